import type { StepId } from '@cloudbank/core/steps'
import type { StepLens } from '../lens'
import { cutUi } from './cut'
import { finishUi } from './finish'
import { frameUi } from './frame'
import { groundUi } from './ground'
import { lightUi } from './light'
import { markUi } from './mark'
import { tidyUi } from './tidy'
import type { SettingComponent, StageComponent, StepUi } from './stepUi'
import { strings } from './strings'

/** What the steps show, in their order; the core's registry has the same steps. */
export const STEP_UIS: readonly StepUi[] = [
  lightUi,
  tidyUi,
  cutUi,
  groundUi,
  frameUi,
  markUi,
  finishUi,
]

const uiOf = (step: StepId): StepUi => {
  const ui = STEP_UIS.find(({ id }) => id === step)
  if (!ui) throw new TypeError(strings.stepHasNothingToShow(step))
  return ui
}

/** Where a shot is seen first at a step. */
export const seenIn = (step: StepId): StepUi['seenIn'] => uiOf(step).seenIn

export const stageOf = (step: StepId): StageComponent => uiOf(step).stage

/** The control of a setting of the kind `own`; undefined where it is set on the bench alone. */
export const settingOf = (step: StepId, field: string): SettingComponent | undefined =>
  uiOf(step).settings[field]

/** The fields of a step that have a control made by hand on the page of a brief. */
export const settingsOf = (step: StepId): readonly string[] => Object.keys(uiOf(step).settings)

/** The lenses of those steps that have one. */
export const STEP_LENSES: readonly StepLens[] = STEP_UIS.flatMap(({ lens }) => lens ?? [])
