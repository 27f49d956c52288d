import type { StepUi } from '../stepUi'
import { tidyLens } from './lens'
import { TidyStage } from './TidyStage'

export const tidyUi: StepUi = {
  id: 'tidy',
  stage: TidyStage,
  seenIn: 'alone',
  settings: {},
  lens: tidyLens,
}
