import type { StepId } from '@cloudbank/core/steps'
import { boundsOf, describeChange, type FieldOf, type NumberControl } from '../../settings'
import { Range } from '../../ui'
import type { ShotActions } from '../useShotEditor'
import { strings } from '../strings'

/** A number setting in the hand. */
export interface NumberSetting {
  readonly step: StepId
  readonly control: NumberControl
  readonly value: number
  readonly actions: ShotActions
}

/** Keeps a value of a setting, within its bounds. */
export function keepSetting({ step, control, actions }: NumberSetting, value: number): void {
  const { field } = control
  const { min, max } = boundsOf(step, field)
  const next = Math.min(max, Math.max(min, value))
  actions.keep(describeChange(step, control, next), step, { [field]: next }, field)
}

/** The track of a number setting: it is shown while it is moved, and kept when it is let go. */
export function SettingTrack(setting: NumberSetting) {
  const { step, control, value, actions } = setting
  const { min, max } = boundsOf(step, control.field)
  const take = (event: React.SyntheticEvent<HTMLInputElement>): void =>
    keepSetting(setting, Number(event.currentTarget.value))
  return (
    <Range
      type="range"
      aria-label={control.label}
      min={min}
      max={max}
      step={control.step}
      value={value}
      onChange={(event) => actions.show(step, { [control.field]: Number(event.target.value) })}
      onPointerUp={take}
      onPointerCancel={take}
      onKeyUp={(event) => /^(Arrow|Page|Home|End)/.test(event.key) && take(event)}
    />
  )
}

/** Takes what a shot sets of its own off it. */
export function TakeOff({ step, control, actions }: Omit<NumberSetting, 'value'>) {
  const { field, label } = control
  return (
    <button
      type="button"
      aria-label={strings.clearThisShots(label)}
      title={strings.clearThisShotsOverride}
      onClick={() =>
        // A control names a field of its own step.
        actions.release(`${label} cleared`, step, [field as FieldOf<typeof step>])
      }
    >
      ×
    </button>
  )
}
