import type { ComponentType } from 'react'
import type { StepId } from '@cloudbank/core/steps'
import type { BriefEditor } from '../useBriefEditor'
import { BehindSetting } from './BehindSetting'
import { LookSetting } from './LookSetting'
import { NeutralSetting } from './NeutralSetting'
import {
  AltTextsSetting,
  CreatorSetting,
  DescriptionSetting,
  FileNamesSetting,
  RightsSetting,
} from './PatternSetting'
import { PlacementsSetting } from './PlacementsSetting'
import { RatioSetting } from './RatioSetting'

/**
 * The settings that need a control made by hand, by step and field. A curve is drawn and evening out is
 * worked out on the bench, with a picture in sight.
 */
export const OWN_SETTINGS: Readonly<
  Partial<Record<StepId, Readonly<Record<string, ComponentType<{ readonly editor: BriefEditor }>>>>>
> = {
  light: { neutral: NeutralSetting, look: LookSetting },
  ground: { behind: BehindSetting },
  frame: { ratio: RatioSetting },
  finish: {
    placements: PlacementsSetting,
    fileNames: FileNamesSetting,
    altTexts: AltTextsSetting,
    creator: CreatorSetting,
    rights: RightsSetting,
    description: DescriptionSetting,
  },
}
