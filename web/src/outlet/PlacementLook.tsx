import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import type { Placement } from '@cloudbank/core/outlets'
import { BehindSetting } from '@cloudbank/core/steps'
import { BehindControl, coloursOf } from '../ground'
import { NumberInput } from '../ui/fields'
import { Field, Fields } from './Fields'
import { strings } from './strings'

interface Props {
  readonly placement: Placement
  readonly onProblem: (problem: string | null) => void
  readonly save: (words: string, changes: Placement['changes']) => void
}

const BACKDROPS = [
  { value: 'brief', name: strings.asInBrief, words: strings.backdropAsInBrief, behind: undefined },
  {
    value: 'own',
    name: strings.itsOwn,
    words: strings.backdropOfItsOwn,
    behind: { kind: 'colour', colour: '#FFFFFF' },
  },
] as const

const ENLARGING = [
  {
    value: 'brief',
    name: strings.asInBrief,
    words: strings.enlargingAsInBrief,
    enlarge: undefined,
  },
  { value: 'allowed', name: strings.allowed, words: strings.enlargingAllowed, enlarge: true },
  { value: 'never', name: strings.never, words: strings.noEnlarging, enlarge: false },
] as const

/** How a placement's pictures look where that is not as the brief has it: ratio, fill, backdrop, leave to enlarge. */
export function PlacementLook({ placement, onProblem, save }: Props) {
  const { frame = {}, ground = {} } = placement.changes
  const ratio = frame.ratio as { width: number; height: number } | undefined // of its schema
  const behind = BehindSetting.safeParse(ground.behind).data
  const change = (words: string, step: 'frame' | 'ground', field: string, value: unknown): void => {
    const others = Object.entries(placement.changes[step] ?? {}).filter(([name]) => name !== field)
    const fields = value === undefined ? others : [...others, [field, value]]
    const changes = { ...placement.changes, [step]: Object.fromEntries(fields) as never } // JSON of its schema
    save(`${placement.name}: ${words}`, changes)
  }
  const side = (which: 'width' | 'height', label: string) => (
    <NumberInput
      label={strings.ofRatioOf(label, placement.name)}
      unit=""
      width="52px"
      min={1}
      max={2000}
      value={ratio?.[which] ?? null}
      optional
      onProblem={onProblem}
      commit={(value) => {
        const next = value === null ? undefined : { width: 1, height: 1, ...ratio, [which]: value }
        change(
          next ? strings.ratio(next.width, next.height) : strings.ratioAsInBrief,
          'frame',
          'ratio',
          next,
        )
      }}
    />
  )
  return (
    <>
      <Fields>
        <Field word={strings.ratioWord}>
          <Flex align="center" gap="6px">
            {side('width', strings.width)}
            <Text>:</Text>
            {side('height', strings.height)}
          </Flex>
        </Field>
        <Field word={strings.fill}>
          <NumberInput
            label={strings.fillOf(placement.name)}
            unit="%"
            width="56px"
            min={10}
            max={100}
            step={0.1}
            optional
            value={(frame.fillPct as number | undefined) ?? null}
            onProblem={onProblem}
            commit={(value) =>
              change(`fill ${value ?? strings.asInBrief}`, 'frame', 'fillPct', value ?? undefined)
            }
          />
        </Field>
        <Field word={strings.enlarging}>
          <Choice
            label={strings.enlargingOf(placement.name)}
            value={ENLARGING.find(({ enlarge }) => enlarge === frame.enlarge)?.value ?? 'brief'}
            choices={ENLARGING}
            onChange={({ words, enlarge }) => change(words, 'frame', 'enlarge', enlarge)}
          />
        </Field>
        <Field word={strings.backdrop}>
          <Choice
            label={strings.backdropOf(placement.name)}
            value={behind ? 'own' : 'brief'}
            choices={BACKDROPS}
            onChange={({ words, behind: next }) => change(words, 'ground', 'behind', next)}
          />
        </Field>
      </Fields>
      {behind && (
        <BehindControl
          behind={behind}
          palette={coloursOf([behind])}
          frame={null}
          onChange={(words, next) => change(words, 'ground', 'behind', next)}
        />
      )}
    </>
  )
}

interface Choosable {
  readonly value: string
  /** As it stands in the list. */
  readonly name: string
}

interface ChoiceProps<Chosen extends Choosable> {
  readonly label: string
  readonly value: string
  readonly choices: readonly Chosen[]
  readonly onChange: (chosen: Chosen) => void
}

function Choice<Chosen extends Choosable>(props: ChoiceProps<Chosen>) {
  const { label, value, choices, onChange } = props
  return (
    <NativeSelect.Root size="xs" width="132px">
      <NativeSelect.Field
        aria-label={label}
        value={value}
        onChange={({ target }) => {
          const chosen = choices.find((choice) => choice.value === target.value)
          if (chosen) onChange(chosen)
        }}
      >
        {choices.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}
