import { Box, Flex, Heading, NativeSelect, Switch, Text } from '@chakra-ui/react'
import { memo, type ComponentType } from 'react'
import type { Origin } from '@cloudbank/core/brief'
import type { Control, StepId } from '@cloudbank/core/steps'
import type { ShootView, Shot } from '../../data'
import { describeChange, groupsOf, type FieldOf } from '../../settings'
import type { ShotActions, ShotEditor } from '../useShotEditor'
import { ORIGIN_WORDS } from './origin'
import { SliderRow } from './SliderRow'

export interface OwnControlProps {
  readonly editor: ShotEditor
  readonly view: ShootView
  readonly shot: Shot
}

interface Props extends OwnControlProps {
  readonly step: StepId
  /** Controls made by hand, by field. */
  readonly own: Readonly<Record<string, ComponentType<OwnControlProps>>>
}

/** All settings of a step in their groups, each with where it comes from. */
export function StepControls({ step, own, ...shared }: Props) {
  const { editor } = shared
  return groupsOf(step).map(({ id, title, controls }) => {
    const [only] = controls
    const isOwn = controls.length === 1 && only?.kind === 'own'
    return (
      <Box key={id} paddingY="8px" borderTopWidth="1px" borderColor="hairline">
        <Flex align="baseline" marginBottom="4px">
          <Heading as="h2" fontSize="13px" fontWeight="700" flex="1">
            {title}
          </Heading>
          {isOwn && (
            <Text fontSize="12px" color="softInk">
              {ORIGIN_WORDS[editor.originOf(step, fieldOf(step, only))]}
            </Text>
          )}
        </Flex>
        {controls.map((control) => {
          if (control.when?.(editor.steps[step]) === false) return null
          const field = fieldOf(step, control)
          const Own = own[field]
          if (control.kind === 'own') return Own && <Own key={field} {...shared} />
          return (
            <PlainControl
              key={field}
              step={step}
              control={control}
              value={editor.steps[step][field]}
              origin={editor.originOf(step, field)}
              actions={editor.actions}
            />
          )
        })}
      </Box>
    )
  })
}

/** A control names a field of its own step. */
const fieldOf = <Id extends StepId>(_step: Id, { field }: Control): FieldOf<Id> =>
  field as FieldOf<Id>

interface PlainProps {
  readonly step: StepId
  readonly control: Exclude<Control, { kind: 'own' }>
  readonly value: unknown
  readonly origin: Origin
  readonly actions: ShotActions
}

const PlainControl = memo(function PlainControl({ control, ...props }: PlainProps) {
  const { step, value, actions } = props
  const keep = (next: unknown): void =>
    actions.keep(describeChange(step, control, next), step, { [control.field]: next })
  switch (control.kind) {
    case 'number':
      return <SliderRow {...props} control={control} value={Number(value)} />
    case 'switch':
      return (
        <Flex align="center" justify="space-between" marginBottom="4px">
          <Text fontSize="12px">{control.label}</Text>
          <Switch.Root
            size="sm"
            checked={value === true}
            onCheckedChange={({ checked }) => keep(checked)}
          >
            <Switch.HiddenInput aria-label={control.label} />
            <Switch.Control />
          </Switch.Root>
        </Flex>
      )
    case 'choice':
      return (
        <NativeSelect.Root size="xs" marginBottom="6px">
          <NativeSelect.Field
            aria-label={control.label}
            value={String(value)}
            onChange={(event) => keep(event.target.value)}
          >
            {control.options.map((option) => (
              <option key={option.value} value={option.value}>
                {option.words}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      )
  }
})
