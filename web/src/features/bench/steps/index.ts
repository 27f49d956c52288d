import type { ComponentType } from 'react'
import type { StepId } from '@cloudbank/core/steps'
import type { Bench } from '../useBench'
import { CutStage } from './cut'
import { FinishStage } from './FinishStage'
import { FrameStage } from './frame'
import { GroundStage } from './ground'
import { LightStage } from './light'
import { PlainStage } from './PlainStage'
import { TidyStage } from './tidy'

/** What a step shows on the bench: its picture, panel and tools. */
export type StageComponent = ComponentType<{ readonly bench: Bench }>

/** The steps that have more to show than their picture and what the brief says of them. */
const STAGES: Readonly<Partial<Record<StepId, StageComponent>>> = {
  light: LightStage,
  tidy: TidyStage,
  cut: CutStage,
  ground: GroundStage,
  frame: FrameStage,
  finish: FinishStage,
}

export const stageOf = (step: StepId): StageComponent => STAGES[step] ?? PlainStage
