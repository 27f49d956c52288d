import { Field, Flex, Input, NativeSelect, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Brief } from '@cloudbank/core/brief'
import { Action, Window } from '../ui'
import { useBriefChoices } from './useBriefChoices'
import { strings } from './strings'

/** What a shoot is called, when it is due, and the brief it begins with. */
export interface ShootDetails {
  readonly name: string
  /** YYYY-MM-DD. */
  readonly dueOn: string | null
  /** Null leaves the brief as it is. */
  readonly brief: Brief | null
}

interface Props {
  readonly title: string
  readonly doWords: string
  readonly open: boolean
  readonly name: string
  readonly dueOn: string | null
  /** The brief that the shoot has; null for a new one, which begins with the one used last. */
  readonly brief: Brief | null
  readonly onClose: () => void
  readonly onDone: (details: ShootDetails) => void
}

const KEEP = 'keep'

/** Asks for a shoot's name, due date and brief. */
export function ShootWindow(props: Props) {
  return (
    <Window title={props.title} open={props.open} onClose={props.onClose} size="sm">
      {props.open && <Form {...props} />}
    </Window>
  )
}

function Form({ doWords, brief, onClose, onDone, ...given }: Props) {
  const choices = useBriefChoices()
  const [name, setName] = useState(given.name)
  const [dueOn, setDueOn] = useState(given.dueOn ?? '')
  const [chosen, setChosen] = useState<string>(brief ? KEEP : '0')
  const ready = name.trim() !== ''
  const done = (): void => {
    if (!ready) return
    onClose()
    onDone({
      name: name.trim(),
      dueOn: dueOn === '' ? null : dueOn,
      brief: chosen === KEEP ? null : (choices[Number(chosen)]?.brief ?? null),
    })
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        done()
      }}
    >
      <Field.Root marginBottom="12px">
        <Field.Label>{strings.name}</Field.Label>
        <Input
          size="sm"
          autoFocus
          value={name}
          maxLength={80}
          onFocus={(event) => event.target.select()}
          onChange={(event) => setName(event.target.value)}
        />
      </Field.Root>
      <Field.Root marginBottom="12px">
        <Field.Label>{strings.due}</Field.Label>
        <Input
          size="sm"
          type="date"
          value={dueOn}
          onChange={(event) => setDueOn(event.target.value)}
        />
      </Field.Root>
      <Field.Root>
        <Field.Label>{brief ? strings.briefLabel : strings.briefToStartFrom}</Field.Label>
        <NativeSelect.Root size="sm">
          <NativeSelect.Field value={chosen} onChange={(event) => setChosen(event.target.value)}>
            {brief && <option value={KEEP}>{strings.asItIs(brief.name)}</option>}
            {choices.map(({ words }, i) => (
              <option key={words} value={i}>
                {words}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Field.Root>
      {brief && chosen !== KEEP && (
        <Text fontSize="12px" marginTop="6px" color="softInk">
          {strings.replacesEverySettingWithThat}
        </Text>
      )}
      <Flex justify="flex-end" gap="8px" marginTop="18px">
        <Action onClick={onClose}>{strings.cancel}</Action>
        <Action look="main" type="submit" disabled={!ready}>
          {doWords}
        </Action>
      </Flex>
    </form>
  )
}
