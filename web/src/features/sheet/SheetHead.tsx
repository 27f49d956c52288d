import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { useRef } from 'react'
import { CUT_OUT_FORMATS, type CutOutFormat } from '@cloudbank/core/cutOut'
import { countOf } from '@cloudbank/core/words'
import { keyLabel } from '../../app/keys'
import type { ShootView } from '../../data'
import { Action, Choose } from '../../ui'
import { useCutTiles } from '../../work/cutTiles'
import { LENSES } from './lens'
import { useSheet } from './sheetStore'
import type { SheetModel } from './useSheetModel'

interface Props {
  readonly view: ShootView
  readonly model: SheetModel
  readonly onBrowse: () => void
  readonly onFolder: (files: readonly File[]) => void
  readonly onProductData: () => void
}

/** The row above the tiles: lenses, and what can be done with the selection, or without one. */
export function SheetHead({ view, model, onBrowse, onFolder, onProductData }: Props) {
  const { lens, setLens, selected, clear, even, removeSelected, resize, assign } = model
  const folder = useRef<HTMLInputElement>(null)
  return (
    <Flex align="center" gap="18px" height="40px" flex="none" paddingX="18px">
      {LENSES.map(({ id, word, keyName }) => (
        <Lens key={id} type="button" aria-pressed={lens === id} onClick={() => setLens(id)}>
          {word}
          <sup>{keyLabel(keyName)}</sup>
        </Lens>
      ))}
      {lens === 'cut' && <CutLensTools onSave={model.saveCutOuts} />}
      <Box flex="1" />
      {selected.length > 0 && (
        <>
          <Text color="softInk">{countOf(selected.length, 'shot')} selected</Text>
          <Action look="quiet" onClick={clear}>
            Clear
          </Action>
          <Action look="quiet" disabled={selected.length < 2} onClick={() => even(selected)}>
            Even out
          </Action>
          <Action look="quiet" onClick={removeSelected}>
            Remove
          </Action>
        </>
      )}
      <Flex gap="2px" role="group" aria-label="Tile size">
        <Action look="quiet" onClick={() => resize(-1)} aria-label="Smaller tiles">
          −
        </Action>
        <Action look="quiet" onClick={() => resize(1)} aria-label="Larger tiles">
          +
        </Action>
      </Flex>
      {selected.length > 0 && view.products.size > 0 && (
        <Choose
          words="To product"
          options={[...view.products.values()].map(({ sku, name }) => ({
            id: sku,
            words: `${sku} ${name}`,
          }))}
          onChoose={(sku) => assign(selected, sku)}
        />
      )}
      {selected.length === 0 && (
        <>
          <Action look="quiet" onClick={onProductData}>
            Product data
          </Action>
          <Action look="quiet" onClick={onBrowse}>
            Add photographs
          </Action>
          <Action look="quiet" onClick={() => folder.current?.click()}>
            Add a folder
          </Action>
        </>
      )}
      <input
        ref={folder}
        type="file"
        hidden
        multiple
        aria-label="A folder to add"
        {...{ webkitdirectory: '' }}
        onChange={(event) => onFolder([...(event.target.files ?? [])])}
      />
    </Flex>
  )
}

const SAVED_AS = Object.entries(CUT_OUT_FORMATS).map(([id, { word }]) => ({
  id: id as CutOutFormat, // its keys are the formats
  words: word,
}))

/** How far cutting has come, the order of the cuts, and files of the selected ones, or of all. */
function CutLensTools({ onSave }: { onSave: (format: CutOutFormat) => void }) {
  const { left, stopped } = useCutTiles()
  const worst = useSheet(({ worstFirst }) => worstFirst)
  return (
    <Flex align="center" gap="4px">
      <Action
        look={worst ? 'main' : 'quiet'}
        aria-pressed={worst}
        minHeight="26px"
        onClick={() => useSheet.setState({ worstFirst: !worst })}
      >
        Worst first
      </Action>
      {left !== null && (
        <>
          <Text role="status" color="softInk" whiteSpace="nowrap">
            {countOf(left, 'shot')} to cut
          </Text>
          <Action look="quiet" onClick={() => useCutTiles.setState({ stopped: true })}>
            Stop
          </Action>
        </>
      )}
      {stopped && (
        <Action look="quiet" onClick={() => useCutTiles.setState({ stopped: false })}>
          Cut the rest
        </Action>
      )}
      <Choose words="Save cut-outs" options={SAVED_AS} onChoose={onSave} />
    </Flex>
  )
}

const Lens = chakra('button', {
  base: {
    display: 'flex',
    gap: '3px',
    paddingY: '4px',
    fontWeight: 500,
    color: 'softInk',
    cursor: 'pointer',
    borderBottomWidth: '2px',
    borderColor: 'transparent',
    '& sup': { fontSize: '10px', fontFamily: 'mono', top: 0, lineHeight: '14px', fontWeight: 500 },
    '&[aria-pressed=true]': { color: 'ink', fontWeight: 700, borderColor: 'ink' },
  },
})
