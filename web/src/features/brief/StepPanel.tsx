import type { StepId } from '@cloudbank/core/steps'
import {
  boundsOf,
  describeChange,
  groupsOf,
  hintOf,
  type FieldOf,
  type NumberControl,
} from '../../settings'
import { ChoiceSetting, NumberSetting, SwitchSetting } from '../../ui/fields'
import { settingOf } from '../../steps'
import type { BriefEditor } from '../../settings/useBriefEditor'

/** All settings of one step, a row a setting, as its controls say. */
export function StepPanel({ step, editor }: { step: StepId; editor: BriefEditor }) {
  return groupsOf(step).flatMap(({ controls }) =>
    controls.map((control) => {
      if (control.when?.(editor.brief.steps[step]) === false) return null
      const field = control.field as FieldOf<typeof step> // a control names a field of its own step
      const value: unknown = editor.brief.steps[step][field]
      // What a control gives is of its field's type; the brief is checked before it is kept.
      const commit = (next: unknown): void =>
        editor.set(describeChange(step, control, next), step, field, next as never)
      const common = { label: control.label, hint: hintOf(step, field) }
      switch (control.kind) {
        case 'number':
          return (
            <NumberRow
              key={field}
              {...common}
              step={step}
              control={control}
              value={Number(value)}
              commit={commit}
            />
          )
        case 'switch':
          return <SwitchSetting key={field} {...common} value={value === true} commit={commit} />
        case 'choice':
          return (
            <ChoiceSetting
              key={field}
              {...common}
              value={String(value)}
              options={control.options}
              commit={commit}
            />
          )
        case 'own': {
          const Own = settingOf(step, field)
          return Own && <Own key={field} editor={editor} />
        }
      }
    }),
  )
}

function NumberRow(props: {
  step: StepId
  control: NumberControl
  label: string
  hint: string
  value: number
  commit: (value: number) => void
}) {
  const { step, control, label, hint, value, commit } = props
  return (
    <NumberSetting
      label={label}
      hint={hint}
      unit={control.unit}
      step={control.step}
      {...boundsOf(step, control.field)}
      value={value}
      commit={(next) => next !== null && commit(next)}
    />
  )
}
