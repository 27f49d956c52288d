import type { ComponentType } from 'react'
import type { StepId } from '@cloudbank/core/steps'
import type { StepLens } from '../lens'
import type { BriefEditor } from '../settings'
import type { Bench, Seen } from '../stage/bench'

/** What a step shows on the bench: its picture, panel and tools. */
export type StageComponent = ComponentType<{ readonly bench: Bench }>

/** A setting of a brief that needs a control made by hand. */
export type SettingComponent = ComponentType<{ readonly editor: BriefEditor }>

/** Everything that a step shows. What it does is in the folder of the same name in the core. */
export interface StepUi {
  readonly id: StepId
  /** On the bench: its picture with tools and overlay, and its panel. */
  readonly stage: StageComponent
  /** Where a shot is seen first: among its neighbours, or alone where the photograph itself is worked on. */
  readonly seenIn: Seen['in']
  /** Its settings of the kind `own` on the page of a brief, by field; one that is missing is set on the bench alone. */
  readonly settings: Readonly<Record<string, SettingComponent>>
  /** How it looks at all shots of the sheet. */
  readonly lens?: StepLens
}
