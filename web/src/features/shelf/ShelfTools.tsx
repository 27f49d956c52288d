import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react'
import { LINES } from '@cloudbank/core/lines'
import type { ShelfLook, ShelfProduct } from '@cloudbank/core/shelf'
import type { DeliveryPlan } from '@cloudbank/core/shoot'
import type { ShootView } from '../../data'
import { attempt } from '../../notices'
import { Action, Labelled } from '../../ui'
import { saveFolder } from './saveFolder'
import { filesOf, type Beside, type Source } from './shelfFiles'
import { strings } from './strings'
import { useComparable } from './useBeside'

const WIDTHS = [390, 820, 1440] as const
const DENSITIES = [1, 2, 3] as const

/** How the shelf is looked at. */
export interface ShelfChoice {
  readonly source: Source
  /** What stands beside it; null for nothing. */
  readonly beside: Beside | null
  readonly width: number
  readonly density: number
  readonly lines: ShelfLook['lines']
  readonly isAligned: boolean
  /** Place of the line in the list. */
  readonly line: number
}

export const START: ShelfChoice = {
  source: 'own',
  beside: null,
  width: 820,
  density: 2,
  lines: 'none',
  isAligned: true,
  line: 1,
}

interface Props {
  readonly view: ShootView
  readonly plan: DeliveryPlan
  readonly shelf: readonly ShelfProduct[]
  readonly choice: ShelfChoice
  readonly onChoose: (choice: ShelfChoice) => void
  /** The product whose page is open; null for the listing. */
  readonly product: ShelfProduct | null
  readonly onListing: () => void
}

/** What the shop is filled with, and on what device it is looked at. */
export function ShelfTools({ view, plan, shelf, choice, onChoose, product, onListing }: Props) {
  const change = (part: Partial<ShelfChoice>): void => onChoose({ ...choice, ...part })
  const hasOwn = plan.destinations.some(({ outlet }) => outlet === null)
  const comparable = useComparable(view.shoot.id)
  const sources = [
    ...(hasOwn ? [{ id: 'own', words: strings.own }] : []),
    ...view.shoot.outlets.map(({ id, name }) => ({ id: `outlet/${id}`, words: name })),
  ]
  return (
    <Flex
      align="center"
      gap="9px"
      paddingX="16px"
      paddingY="6px"
      wrap="wrap"
      borderBottomWidth="1px"
      borderColor="hairline"
    >
      {product && (
        <Action look="quiet" onClick={onListing}>
          <u>{strings.listing}</u>
        </Action>
      )}
      <Labelled words={strings.files}>
        <Select
          width="136px"
          value={idOf(choice.source)}
          options={sources}
          onChange={(id) => change({ source: sourceOf(id) })}
        />
      </Labelled>
      <Labelled words={strings.beside}>
        <Select
          width="110px"
          value={choice.beside === null ? '' : idOf(choice.beside)}
          options={[
            { id: '', words: strings.nothing },
            { id: 'originals', words: strings.originals },
            ...(comparable.hasEarlier ? [{ id: 'earlier', words: strings.earlier }] : []),
            ...sources.filter(({ id }) => id !== idOf(choice.source)),
            ...comparable.shoots.map(({ id, name }) => ({ id: `shoot/${id}`, words: name })),
          ]}
          onChange={(id) => change({ beside: id === '' ? null : besideOf(id) })}
        />
      </Labelled>
      <Choice
        label={strings.width}
        options={WIDTHS}
        words={strings.widthOf}
        value={choice.width}
        onChange={(width) => change({ width })}
      />
      <Choice
        label={strings.density}
        options={DENSITIES}
        words={strings.times}
        value={choice.density}
        onChange={(density) => change({ density })}
      />
      <Labelled words={strings.lines}>
        <Select
          width="88px"
          value={choice.lines}
          options={[
            { id: 'none', words: strings.noLines },
            { id: 'thirds', words: strings.thirds },
            { id: 'base', words: strings.base },
          ]}
          onChange={(id) => change({ lines: id as ShelfLook['lines'] })} // the options are those
        />
      </Labelled>
      <Flex asChild align="center" gap="5px" fontSize="13px">
        <label>
          <input
            type="checkbox"
            checked={choice.isAligned}
            onChange={({ target }) => change({ isAligned: target.checked })}
          />
          {strings.aligned}
        </label>
      </Flex>
      <Select
        label={strings.line}
        width="100px"
        value={String(choice.line)}
        options={LINES.map(({ name }, i) => ({ id: String(i), words: name }))}
        onChange={(id) => change({ line: Number(id) })}
      />
      <Box flex="1" />
      <Action
        minHeight="28px"
        paddingX="10px"
        onClick={() =>
          attempt(
            saveFolder(view.shoot.name, shelf, filesOf(plan, choice.source), choice.isAligned),
            strings.folderCouldntBeSaved,
          )
        }
      >
        {strings.saveFolder}
      </Action>
    </Flex>
  )
}

const idOf = (beside: Beside): string => {
  if (typeof beside === 'string') return beside
  return 'shoot' in beside ? `shoot/${beside.shoot}` : `outlet/${beside.outlet}`
}

const sourceOf = (id: string): Source =>
  id === 'own' ? id : { outlet: id.slice('outlet/'.length) }

const besideOf = (id: string): Beside => {
  if (id === 'originals' || id === 'earlier') return id
  return id.startsWith('shoot/') ? { shoot: id.slice('shoot/'.length) } : sourceOf(id)
}

function Select(props: {
  /** Where no words stand before it. */
  readonly label?: string
  readonly width: string
  readonly value: string
  readonly options: readonly { readonly id: string; readonly words: string }[]
  readonly onChange: (id: string) => void
}) {
  return (
    <NativeSelect.Root size="xs" width={props.width}>
      <NativeSelect.Field
        {...(props.label === undefined ? {} : { 'aria-label': props.label })}
        value={props.value}
        onChange={({ target }) => props.onChange(target.value)}
      >
        {props.options.map(({ id, words }) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}

function Choice(props: {
  readonly label: string
  readonly options: readonly number[]
  readonly words: (option: number) => string
  readonly value: number
  readonly onChange: (option: number) => void
}) {
  return (
    <Flex role="radiogroup" aria-label={props.label} gap="2px">
      {props.options.map((option) => (
        <Action
          key={option}
          role="radio"
          aria-checked={option === props.value}
          look={option === props.value ? 'main' : 'quiet'}
          minHeight="26px"
          paddingX="7px"
          onClick={() => props.onChange(option)}
        >
          <Text as="span" fontSize="12px">
            {props.words(option)}
          </Text>
        </Action>
      ))}
    </Flex>
  )
}
