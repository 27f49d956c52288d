export { seenIn, settingOf, stageOf, STEP_LENSES, STEP_UIS } from './registry'
export type { StepUi } from './stepUi'
