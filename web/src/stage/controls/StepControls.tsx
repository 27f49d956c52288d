import { Flex, NativeSelect, Switch, Text } from '@chakra-ui/react'
import { memo, type ComponentType } from 'react'
import type { Origin } from '@cloudbank/core/brief'
import type { Control, StepId } from '@cloudbank/core/steps'
import type { ShootView, Shot } from '../../data'
import { DeskPart } from '../desk'
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
  /** Width of a part, in pixels. */
  readonly width?: number
}

/** All settings of a step, a part of the desk for each group, with where they come from. */
export function StepControls({ step, own, width = 220, ...shared }: Props) {
  const { editor } = shared
  return groupsOf(step).map(({ id, title, controls }) => {
    const [only] = controls
    const isOwn = controls.length === 1 && only?.kind === 'own'
    return (
      <DeskPart
        key={id}
        title={title}
        width={width}
        aside={
          isOwn && (
            <Text fontSize="12px" color="softInk">
              {ORIGIN_WORDS[editor.originOf(step, fieldOf(step, only))]}
            </Text>
          )
        }
      >
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
      </DeskPart>
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
