import { Box, chakra, Flex, Input, NativeSelect, Switch, Text } from '@chakra-ui/react'
import { useEffect, useId, useState } from 'react'
import { BlankBox, BlankInput } from './blanks'
import { Range } from './Range'
import { strings } from './strings'

/** What is wrong with a value, or null when it was taken. */
export type Commit<T> = (value: T) => string | null

interface RowProps {
  readonly label: string
  readonly hint?: string
  readonly htmlFor?: string
  readonly problem?: string | null
  readonly children: React.ReactNode
}

/** A setting: its name and what it does on the left, its control on the right. */
export function SettingRow({ label, hint, htmlFor, problem, children }: RowProps) {
  return (
    <Flex gap="20px" paddingY="10px" borderTopWidth="1px" borderColor="hairline">
      <Box width="232px" flex="none">
        <chakra.label htmlFor={htmlFor} fontWeight="600">
          {label}
        </chakra.label>
        {hint && (
          <Text color="softInk" fontSize="12px">
            {hint}
          </Text>
        )}
      </Box>
      <Box flex="1" minWidth="0">
        {children}
        {problem && (
          <Text role="alert" fontSize="12px" fontWeight="600" marginTop="4px">
            {problem}
          </Text>
        )}
      </Box>
    </Flex>
  )
}

interface NumberProps {
  readonly value: number | null
  readonly unit: string
  readonly label: string
  readonly min: number
  readonly max: number
  readonly step?: number
  readonly optional?: boolean
  readonly width?: string
  /** As a blank in a sentence: its unit stands in it, and where it is empty, this word. */
  readonly blank?: string
  readonly id?: string
  readonly onProblem: (problem: string | null) => void
  readonly commit: (value: number | null) => void
}

/** A number with its unit; taken on Enter or when the field is left, refused out of range. */
export function NumberInput(props: NumberProps) {
  const { value, unit, label, min, max, step = 1, optional = false, width = '84px' } = props
  const [draft, setDraft] = useState(value === null ? '' : String(value))
  useEffect(() => setDraft(value === null ? '' : String(value)), [value])

  function take(): void {
    const text = draft.trim()
    if (text === '' && optional) {
      props.onProblem(null)
      if (value !== null) props.commit(null)
      return
    }
    const number = Number(text)
    const fits = text !== '' && Number.isFinite(number) && number >= min && number <= max
    if (!fits || (step >= 1 && !Number.isInteger(number))) {
      props.onProblem(
        strings.fromTo(
          label,
          step >= 1 ? 'a whole number' : 'a number',
          min,
          max,
          optional ? ', or nothing' : '',
        ),
      )
      return
    }
    props.onProblem(null)
    if (number !== value) props.commit(number)
  }

  const field = {
    id: props.id,
    'aria-label': label,
    value: draft,
    inputMode: 'decimal',
    onChange: (event: React.ChangeEvent<HTMLInputElement>) => setDraft(event.target.value),
    onBlur: take,
    onKeyDown: (event: React.KeyboardEvent) => event.key === 'Enter' && take(),
  } as const
  if (props.blank !== undefined)
    return (
      <BlankBox data-empty={draft === ''}>
        <BlankInput {...field} placeholder={props.blank} />
        {draft !== '' && unit && <span>&nbsp;{unit}</span>}
      </BlankBox>
    )
  return (
    <Flex align="center" gap="8px" display="inline-flex">
      <Input {...field} size="xs" width={width} fontFamily="mono" textAlign="right" />
      {unit && <Text color="softInk">{unit}</Text>}
    </Flex>
  )
}

/** A labelled number as a whole setting. */
export function NumberSetting(
  props: Omit<NumberProps, 'onProblem' | 'id'> & { readonly hint: string },
) {
  const [problem, setProblem] = useState<string | null>(null)
  const id = useId()
  return (
    <SettingRow label={props.label} hint={props.hint} htmlFor={id} problem={problem}>
      <NumberInput {...props} id={id} onProblem={setProblem} />
    </SettingRow>
  )
}

/** A number that is moved along its range, or typed. */
export function SlidingSetting(
  props: Omit<NumberProps, 'onProblem' | 'id' | 'commit' | 'optional'> & {
    readonly hint: string
    /** Told the value while it is moved. */
    readonly show: (value: number) => void
    readonly commit: (value: number) => void
  },
) {
  const { label, hint, min, max, step, value, show, commit } = props
  const [problem, setProblem] = useState<string | null>(null)
  const id = useId()
  const take = ({ currentTarget }: React.SyntheticEvent<HTMLInputElement>): void =>
    commit(Number(currentTarget.value))
  return (
    <SettingRow label={label} hint={hint} htmlFor={id} problem={problem}>
      <Flex align="center" gap="14px">
        <Range
          type="range"
          aria-label={strings.slider(label)}
          min={min}
          max={max}
          step={step}
          value={value ?? 0}
          flex="1"
          onChange={({ target }) => show(Number(target.value))}
          onPointerUp={take}
          onPointerCancel={take}
          onKeyUp={(event) => MOVES.test(event.key) && take(event)}
        />
        <NumberInput
          {...props}
          id={id}
          width="64px"
          onProblem={setProblem}
          commit={(next) => next !== null && commit(next)}
        />
      </Flex>
    </SettingRow>
  )
}

/** Keys that move a slider. */
const MOVES = /^(Arrow|Page|Home|End)/

/** A choice of a few. */
export function ChoiceSetting<T extends string>(props: {
  readonly label: string
  readonly hint: string
  readonly value: T
  readonly options: readonly { readonly value: T; readonly words: string }[]
  readonly commit: (value: T) => void
}) {
  const id = useId()
  return (
    <SettingRow label={props.label} hint={props.hint} htmlFor={id}>
      <NativeSelect.Root size="xs" width="280px">
        <NativeSelect.Field
          id={id}
          value={props.value}
          onChange={(event) => {
            const chosen = props.options.find(({ value }) => value === event.target.value)
            if (chosen) props.commit(chosen.value)
          }}
        >
          {props.options.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </SettingRow>
  )
}

/** On or off. */
export function SwitchSetting(props: {
  readonly label: string
  readonly hint: string
  readonly value: boolean
  readonly commit: (value: boolean) => void
}) {
  return (
    <SettingRow label={props.label} hint={props.hint}>
      <Switch.Root
        checked={props.value}
        onCheckedChange={({ checked }) => props.commit(checked)}
        size="sm"
      >
        <Switch.HiddenInput aria-label={props.label} />
        <Switch.Control />
      </Switch.Root>
    </SettingRow>
  )
}
