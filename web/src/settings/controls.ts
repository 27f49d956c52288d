import type { BriefSteps } from '@cloudbank/core/brief'
import {
  nonDefaults,
  rangeOf,
  STEPS,
  type Control,
  type ControlGroup,
  type StepId,
} from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'

/** The fields of one step's settings. */
export type FieldOf<Id extends StepId> = keyof BriefSteps[Id] & string

/** A setting that is a number on a slider or in a field. */
export type NumberControl = Extract<Control, { kind: 'number' }>

export const stepWith = (id: StepId): (typeof STEPS)[number] =>
  STEPS.find((step) => step.id === id)! // the registry has every id

/** The settings of a step in the groups that belong together. */
export const groupsOf = (id: StepId): readonly ControlGroup[] => stepWith(id).controls

const schemaOf = (id: StepId, field: string) =>
  // A control names a field of its own step.
  (stepWith(id).settings.shape as Readonly<Record<string, NonNullable<unknown>>>)[
    field
  ] as Parameters<typeof rangeOf>[0] & { readonly description?: string }

/** What a setting does, in a sentence. */
export const hintOf = (id: StepId, field: string): string => schemaOf(id, field).description ?? ''

/** The least and the greatest value of a number. */
export const boundsOf = (id: StepId, field: string): { min: number; max: number } =>
  rangeOf(schemaOf(id, field))

/** Whether a number has a middle that means nothing, and so a sign. */
const isSigned = (id: StepId, field: string): boolean => boundsOf(id, field).min < 0

/** “+0.30”, “85.0”. */
export const formatSetting = (
  id: StepId,
  { field, digits }: NumberControl,
  value: number,
): string => (isSigned(id, field) ? formatSigned(value, digits) : value.toFixed(digits))

/** “Exposure +0.30”, “Enlarge on”, as the history says it; a setting made by hand has words of its own. */
export function describeChange(id: StepId, control: Control, value: unknown): string {
  const { label } = control
  switch (control.kind) {
    case 'number': {
      const unit = control.unit === '%' ? ' %' : ''
      return typeof value === 'number'
        ? `${label} ${formatSetting(id, control, value)}${unit}`
        : label
    }
    case 'switch':
      return `${label} ${value === true ? 'on' : 'off'}`
    case 'choice':
      return `${label} ${control.options.find((option) => option.value === value)?.words ?? ''}`
    case 'own':
      return label
  }
}

/** What a shot sets of its own in a group of settings, with the values: “Exposure +0.70”. */
export const touchWords = (
  id: StepId,
  { controls }: ControlGroup,
  touched: Readonly<Record<string, unknown>>,
): string[] =>
  controls
    .filter(({ field }) => touched[field] !== undefined)
    .map((control) => describeChange(id, control, touched[control.field]))

/** The controls of a step that have an effect as its settings are. */
export const controlsOf = (
  id: StepId,
  settings: Readonly<Record<string, unknown>>,
): readonly Control[] =>
  groupsOf(id)
    .flatMap(({ controls }) => controls)
    .filter(({ when }) => when?.(settings) !== false)

/** The fields of a step that are not at their defaults. */
export const changedFields = (
  id: StepId,
  settings: Readonly<Record<string, unknown>>,
): readonly string[] => Object.keys(nonDefaults(stepWith(id).settings, settings))

/** Whether a search for a setting finds this one: by its step, its name, what it does, or what it can be. */
export function isFound(id: StepId, control: Control, wanted: string): boolean {
  const options = control.kind === 'choice' ? control.options.map(({ words }) => words) : []
  return [stepWith(id).title, control.label, hintOf(id, control.field), ...options]
    .join(' ')
    .toLowerCase()
    .includes(wanted)
}
