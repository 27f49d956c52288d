import { Box, Flex, Input, NativeSelect, Switch, Text } from '@chakra-ui/react'
import { useId, useState, type ReactNode } from 'react'
import { ColourField } from '../../ground'
import { NumberInput } from '../../ui/fields'

/** One field of a mark: its word, and its control at the right. */
export const Field = ({
  word,
  children,
}: {
  readonly word: string
  readonly children: ReactNode
}) => (
  <Flex align="center" gap="8px" minHeight="28px" fontSize="12px" breakInside="avoid">
    <Text aria-hidden flex="1" minWidth="84px">
      {word}
    </Text>
    {children}
  </Flex>
)

interface NumberFieldProps {
  readonly word: string
  readonly unit: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly commit: (value: number) => void
}

/** A number with its unit. */
export function NumberField({ word, unit, value, min, max, commit }: NumberFieldProps) {
  const [problem, setProblem] = useState<string | null>(null)
  return (
    <>
      <Field word={word}>
        <NumberInput
          label={word}
          unit={unit}
          width="58px"
          min={min}
          max={max}
          step={0.01}
          value={Math.round(value * 100) / 100}
          onProblem={setProblem}
          commit={(next) => next !== null && commit(next)}
        />
      </Field>
      {problem !== null && (
        <Text role="alert" fontSize="12px" fontWeight="600">
          {problem}
        </Text>
      )}
    </>
  )
}

interface ChoiceFieldProps<T extends string> {
  readonly word: string
  readonly value: T
  readonly options: readonly { readonly value: T; readonly words: string }[]
  readonly commit: (value: T) => void
}

/** A choice of a few. */
export function ChoiceField<T extends string>(props: ChoiceFieldProps<T>) {
  const { word, value, options, commit } = props
  return (
    <Field word={word}>
      <NativeSelect.Root size="xs" flex="0 1 132px" minWidth="84px">
        <NativeSelect.Field
          aria-label={word}
          value={value}
          onChange={(event) => {
            const chosen = options.find((one) => one.value === event.target.value)
            if (chosen) commit(chosen.value)
          }}
        >
          {options.map((one) => (
            <option key={one.value} value={one.value}>
              {one.words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field>
  )
}

interface SwitchFieldProps {
  readonly word: string
  readonly value: boolean
  readonly commit: (value: boolean) => void
}

export const SwitchField = ({ word, value, commit }: SwitchFieldProps) => (
  <Field word={word}>
    <Switch.Root size="sm" checked={value} onCheckedChange={({ checked }) => commit(checked)}>
      <Switch.HiddenInput aria-label={word} />
      <Switch.Control />
    </Switch.Root>
  </Field>
)

interface ColourRowProps {
  readonly word: string
  readonly colour: string
  readonly commit: (colour: string) => void
}

/** A colour under its word. */
export const ColourRow = ({ word, colour, commit }: ColourRowProps) => (
  <Box fontSize="12px" breakInside="avoid">
    <Text aria-hidden lineHeight="18px">
      {word}
    </Text>
    <ColourField key={colour} label={word} colour={colour} palette={[]} onChange={commit} />
  </Box>
)

interface TextFieldProps {
  readonly word: string
  readonly value: string
  readonly placeholder?: string
  readonly type?: 'text' | 'date'
  readonly commit: (value: string) => void
}

/** A short text, taken on Enter or when the field is left. */
export function TextField({ word, value, placeholder, type = 'text', commit }: TextFieldProps) {
  const id = useId()
  const [draft, setDraft] = useState<string | null>(null)
  const take = (): void => {
    if (draft !== null && draft !== value) commit(draft)
    setDraft(null)
  }
  return (
    <Field word={word}>
      <Input
        id={id}
        aria-label={word}
        size="xs"
        flex="0 1 132px"
        minWidth="84px"
        type={type}
        placeholder={placeholder}
        value={draft ?? value}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
    </Field>
  )
}
