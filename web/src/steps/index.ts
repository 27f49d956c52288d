export { seenIn, settingOf, settingsOf, stageOf, STEP_LENSES, STEP_UIS } from './registry'
export type { StepUi } from './stepUi'
