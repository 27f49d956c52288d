import type { StepUi } from '../stepUi'
import { FrameStage } from './FrameStage'
import { RatioSetting } from './RatioSetting'

export const frameUi: StepUi = {
  id: 'frame',
  stage: FrameStage,
  seenIn: 'row',
  settings: { ratio: RatioSetting },
}
