export { Dial, numberControl } from './Dial'
export { LevelChoice } from './LevelChoice'
export { StepControls, type OwnControlProps } from './StepControls'
