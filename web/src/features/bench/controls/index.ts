export { LevelChoice } from './LevelChoice'
export { StepControls, type OwnControlProps } from './StepControls'
