import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { useRef } from 'react'
import { countOf } from '@cloudbank/core/words'
import { keyLabel } from '../../app/keys'
import { Action } from '../../ui'
import { useCutTiles } from '../../work/cutTiles'
import { LENSES } from './lens'
import { useSheet } from './sheetStore'
import type { SheetModel } from './useSheetModel'

interface Props {
  readonly model: SheetModel
  readonly onBrowse: () => void
  readonly onFolder: (files: readonly File[]) => void
  readonly onProductData: () => void
}

/** The row above the tiles: lenses, tile size, and what can be added. */
export function SheetHead({ model, onBrowse, onFolder, onProductData }: Props) {
  const { lens, setLens, resize } = model
  const folder = useRef<HTMLInputElement>(null)
  return (
    <Flex align="center" gap="18px" height="40px" flex="none" paddingX="18px">
      {LENSES.map(({ id, word, keyName }) => (
        <Lens key={id} type="button" aria-pressed={lens === id} onClick={() => setLens(id)}>
          {word}
          <sup>{keyLabel(keyName)}</sup>
        </Lens>
      ))}
      {lens === 'cut' && <CutLensTools />}
      <Box flex="1" />
      <Flex gap="2px" role="group" aria-label="Tile size">
        <Action look="quiet" onClick={() => resize(-1)} aria-label="Smaller tiles">
          −
        </Action>
        <Action look="quiet" onClick={() => resize(1)} aria-label="Larger tiles">
          +
        </Action>
      </Flex>
      <Action look="quiet" onClick={onProductData}>
        Product data
      </Action>
      <Action look="quiet" onClick={onBrowse}>
        Add photographs
      </Action>
      <Action look="quiet" onClick={() => folder.current?.click()}>
        Add a folder
      </Action>
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

/** How far cutting has come, and the order of the cuts. */
function CutLensTools() {
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
