import type { StepUi } from '../stepUi'
import { FinishStage } from './FinishStage'
import {
  AltTextsSetting,
  CreatorSetting,
  DescriptionSetting,
  FileNamesSetting,
  RightsSetting,
} from './PatternSetting'
import { PlacementsSetting } from './PlacementsSetting'

export const finishUi: StepUi = {
  id: 'finish',
  stage: FinishStage,
  seenIn: 'row',
  settings: {
    placements: PlacementsSetting,
    fileNames: FileNamesSetting,
    altTexts: AltTextsSetting,
    creator: CreatorSetting,
    rights: RightsSetting,
    description: DescriptionSetting,
  },
}
