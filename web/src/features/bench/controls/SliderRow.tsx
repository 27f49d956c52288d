import { Box, Flex, Text } from '@chakra-ui/react'
import type { Origin } from '@cloudbank/core/brief'
import type { StepId } from '@cloudbank/core/steps'
import {
  boundsOf,
  describeChange,
  formatSetting,
  type FieldOf,
  type NumberControl,
} from '../../../settings'
import { Range } from '../../../ui'
import type { ShotActions } from '../useShotEditor'
import { ORIGIN_WORDS } from './origin'

interface Props {
  readonly step: StepId
  readonly control: NumberControl
  readonly value: number
  readonly origin: Origin
  readonly actions: ShotActions
}

/** A slider with its value and its origin; a double click on the name puts it back. */
export function SliderRow({ step, control, value, origin, actions }: Props) {
  const { field, label } = control
  const { min, max } = boundsOf(step, field)
  const keep = (next: number): void =>
    actions.keep(describeChange(step, control, next), step, { [field]: next }, field)
  const take = (event: React.SyntheticEvent<HTMLInputElement>): void =>
    keep(Number(event.currentTarget.value))
  return (
    <Box marginBottom="3px">
      <Flex align="baseline" gap="6px" fontSize="12px" lineHeight="16px">
        <Text
          flex="1"
          title="Double click: back to nothing"
          onDoubleClick={() => keep(Math.min(max, Math.max(min, 0)))}
          fontWeight={origin === 'shot' ? 700 : 400}
        >
          {label}
        </Text>
        <Text color="softInk" fontSize="12px">
          {ORIGIN_WORDS[origin]}
        </Text>
        {origin === 'shot' && (
          <button
            type="button"
            aria-label={`Take ${label} off this shot`}
            title="Take off this shot"
            onClick={() =>
              // A control names a field of its own step.
              actions.release(`${label} taken off`, step, [field as FieldOf<typeof step>])
            }
          >
            ×
          </button>
        )}
        <Text fontFamily="mono" width="44px" textAlign="right">
          {formatSetting(step, control, value)}
        </Text>
      </Flex>
      <Range
        type="range"
        aria-label={label}
        min={min}
        max={max}
        step={control.step}
        value={value}
        onChange={(event) => actions.show(step, { [field]: Number(event.target.value) })}
        onPointerUp={take}
        onPointerCancel={take}
        onKeyUp={(event) => /^(Arrow|Page|Home|End)/.test(event.key) && take(event)}
      />
    </Box>
  )
}
