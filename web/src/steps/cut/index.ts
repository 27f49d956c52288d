import type { StepUi } from '../stepUi'
import { CutStage } from './CutStage'
import { cutLens } from './lens'

export const cutUi: StepUi = {
  id: 'cut',
  stage: CutStage,
  seenIn: 'alone',
  settings: {},
  lens: cutLens,
}
