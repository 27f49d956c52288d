import type { StepUi } from '../stepUi'
import { LightStage } from './LightStage'
import { LookSetting } from './LookSetting'
import { NeutralSetting } from './NeutralSetting'

// A curve is drawn and evening out is worked out on the bench, with a picture in sight.
export const lightUi: StepUi = {
  id: 'light',
  stage: LightStage,
  seenIn: 'row',
  settings: { neutral: NeutralSetting, look: LookSetting },
}
