import type { StepUi } from '../stepUi'
import { BehindSetting } from './BehindSetting'
import { GroundStage } from './GroundStage'

export const groundUi: StepUi = {
  id: 'ground',
  stage: GroundStage,
  seenIn: 'row',
  settings: { behind: BehindSetting },
}
