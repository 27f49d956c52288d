import { looksOf, type OrderId, ORDERS } from '@cloudbank/core/shoot'
import { chakra, Flex, Input, Menu, NativeSelect, Portal, Text } from '@chakra-ui/react'
import { memo, useRef } from 'react'
import { Link } from 'react-router'
import { countOf } from '@cloudbank/core/words'
import { keyLabel } from '../../keys/keys'
import type { ShootView } from '../../data'
import { Action } from '../../ui'
import type { StepLens } from '../../lens'
import { FilterMenu, FilterWords } from './filter'
import { recipeOf } from '../../work/model'
import { LENSES, type LensId } from './lens'
import { useSheet } from './sheetStore'
import type { SheetModel } from './useSheetModel'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly model: SheetModel
  readonly onBrowse: () => void
  readonly onFolder: (files: readonly File[]) => void
  readonly onProductData: () => void
}

/** The rows above the tiles: lenses, filter and order, tile size, what can be added; below, the filter in words. */
export function SheetHead({ view, model, onBrowse, onFolder, onProductData }: Props) {
  const { lens, setLens, resize, filter, setFilter, orderId, setOrder, order } = model
  const folder = useRef<HTMLInputElement>(null)
  return (
    <>
      <Flex
        align="center"
        wrap="wrap"
        gap="0 6px"
        minHeight="40px"
        flex="none"
        paddingX="16px"
        minWidth="0"
      >
        <Lenses lens={lens} onChange={setLens} />
        <FilterMenu view={view} filter={filter} onChange={setFilter} />
        <Input
          size="xs"
          flex="3 1 62px"
          minWidth="62px"
          maxWidth="150px"
          type="search"
          placeholder={strings.nameSku}
          aria-label={strings.onlyShotsWithThisIn}
          value={filter.text}
          onChange={(event) => setFilter({ ...filter, text: event.target.value })}
        />
        <Flex flex="1" />
        <SeenThrough view={view} />
        <NativeSelect.Root size="xs" width="102px" flex="none" variant="plain">
          <NativeSelect.Field
            aria-label={strings.order}
            value={orderId}
            fontSize="13px"
            // The options are the orders.
            onChange={(event) => setOrder(event.target.value as OrderId)}
          >
            {Object.entries(ORDERS).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Flex role="group" aria-label={strings.tileSize} flex="none">
          <Action look="quiet" onClick={() => resize(-1)} aria-label={strings.smallerTiles}>
            −
          </Action>
          <Action look="quiet" onClick={() => resize(1)} aria-label={strings.largerTiles}>
            +
          </Action>
        </Flex>
        <AddMenu
          onBrowse={onBrowse}
          onFolder={() => folder.current?.click()}
          onProductData={onProductData}
        />
        <input
          ref={folder}
          type="file"
          hidden
          multiple
          aria-label={strings.folderToAdd}
          {...{ webkitdirectory: '' }}
          onChange={(event) => onFolder([...(event.target.files ?? [])])}
        />
      </Flex>
      <FilterWords view={view} filter={filter} left={order.length} onChange={setFilter} />
      {model.stepLens && <MakingLine lens={model.stepLens} />}
      {lens === 'rules' && view.shoot.outlets.length === 0 && (
        <Text paddingX="16px" paddingBottom="4px" color="softInk">
          {strings.thisShootHasNoOutlets}{' '}
          <Link to={`/shoots/${view.shoot.id}/deliver`}>
            <u>{strings.deliver}</u>
          </Link>
          .
        </Text>
      )}
    </>
  )
}

/** Drawn again when the lens changes, not whenever something of the shoot does. */
const Lenses = memo(function Lenses(props: { lens: LensId; onChange: (id: LensId) => void }) {
  return (
    <Flex gap="8px" marginRight="2px">
      {LENSES.map(({ id, word, keyName }) => (
        <Lens
          key={id}
          type="button"
          aria-pressed={props.lens === id}
          onClick={() => props.onChange(id)}
        >
          {word}
          <sup>{keyLabel(keyName)}</sup>
        </Lens>
      ))}
    </Flex>
  )
})

/** As which placement the shots are seen, where they look different. */
function SeenThrough({ view }: Pick<Props, 'view'>) {
  const seenThrough = useSheet((state) => state.seenThrough)
  const looks = looksOf(recipeOf(view))
  if (looks.length < 2) return null
  return (
    <NativeSelect.Root size="xs" width="90px" flex="none" variant="plain">
      <NativeSelect.Field
        aria-label={strings.seenAs}
        value={seenThrough ?? looks[0]!.id}
        fontSize="13px"
        onChange={(event) => useSheet.setState({ seenThrough: event.target.value })}
      >
        {looks.map(({ id, name }) => (
          <option key={id} value={id}>
            {strings.as(name)}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}

/** What can be brought into the shoot. */
function AddMenu(props: { onBrowse: () => void; onFolder: () => void; onProductData: () => void }) {
  const items = [
    { value: 'photographs', words: strings.photographs, act: props.onBrowse },
    { value: 'folder', words: strings.folder, act: props.onFolder },
    { value: 'products', words: strings.productData, act: props.onProductData },
  ]
  return (
    <Menu.Root
      onSelect={({ value }) => items.find((item) => item.value === value)?.act()}
      positioning={{ placement: 'bottom-end' }}
    >
      <Menu.Trigger asChild>
        <Action look="quiet">{strings.add}</Action>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content minWidth="150px">
            {items.map(({ value, words }) => (
              <Menu.Item key={value} value={value} cursor="pointer">
                {words}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}

/** How many small pictures of a lens are still to be made, and how to stop that. */
function MakingLine({ lens: { tiles, toDo, goOn } }: { lens: StepLens }) {
  const { left, stopped } = tiles.useTiles()
  const stop = tiles.setStopped
  if (left === null && !stopped) return null
  return (
    <Flex align="center" gap="4px" paddingX="16px" paddingBottom="4px" flex="none">
      {left !== null && (
        <>
          <Text role="status" color="softInk" whiteSpace="nowrap">
            {countOf(left, 'shot')} {toDo}
          </Text>
          <Action look="quiet" onClick={() => stop(true)}>
            {strings.stop}
          </Action>
        </>
      )}
      {stopped && (
        <Action look="quiet" onClick={() => stop(false)}>
          {goOn}
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
    '& sup': { fontSize: '12px', fontFamily: 'mono', top: 0, lineHeight: '14px', fontWeight: 500 },
    '&[aria-pressed=true]': { color: 'ink', fontWeight: 700, borderColor: 'ink' },
  },
})
