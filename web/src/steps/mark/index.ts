import type { StepUi } from '../stepUi'
import { MarksSetting } from './MarksSetting'
import { MarkStage } from './MarkStage'

export const markUi: StepUi = {
  id: 'mark',
  stage: MarkStage,
  seenIn: 'alone',
  settings: { marks: MarksSetting },
}
