import type { Control, StepId } from '@cloudbank/core/steps'
import { boundsOf, describeChange, hintOf, type BriefEditor, type FieldOf } from '../../settings'
import { settingOf } from '../../steps'
import { ChoiceSetting, SlidingSetting, SwitchSetting } from '../../ui/fields'

interface Props {
  readonly step: StepId
  readonly control: Control
  readonly editor: BriefEditor
}

/** One setting of a brief, as its control says; nothing where it is set on the bench alone. */
export function SettingControl({ step, control, editor }: Props) {
  const field = control.field as FieldOf<typeof step> // a control names a field of its own step
  const value: unknown = editor.brief.steps[step][field]
  // What a control gives is of its field's type; the brief is checked before it is kept.
  const commit = (next: unknown): void =>
    editor.set(describeChange(step, control, next), step, field, next as never)
  const common = { label: control.label, hint: hintOf(step, field) }
  switch (control.kind) {
    case 'number':
      return (
        <SlidingSetting
          {...common}
          {...boundsOf(step, field)}
          unit={control.unit}
          step={control.step}
          value={Number(value)}
          show={(next) => editor.show(step, field, next as never)} // of its field's type
          commit={commit}
        />
      )
    case 'switch':
      return <SwitchSetting {...common} value={value === true} commit={commit} />
    case 'choice':
      return (
        <ChoiceSetting
          {...common}
          value={String(value)}
          options={control.options}
          commit={commit}
        />
      )
    case 'own': {
      const Own = settingOf(step, field)
      return Own ? <Own editor={editor} /> : null
    }
  }
}
