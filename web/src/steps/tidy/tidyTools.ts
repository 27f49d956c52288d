import { create } from 'zustand'
import { TIDY_LOOKS, type Shade, type TidyLook } from '@cloudbank/core/steps'
import type { Point } from '@cloudbank/core/strokes'
import type { KeyName } from '../../keys/keys'
import { strings } from './strings'

/** What the pointer does to the surfaces. */
export const TOOLS = [
  { id: 'hand', word: strings.move, hint: strings.dragPicture },
  {
    id: 'refuse',
    word: strings.reject,
    hint: strings.clickMarkThatIsntDirt,
  },
  { id: 'mend', word: strings.mend, hint: strings.paintOverFlawToRebuild },
  {
    id: 'borrow',
    word: strings.clone,
    hint: strings.drawAroundCleanAreaThen,
  },
  {
    id: 'calm',
    word: strings.smooth,
    hint: strings.evensOutBlotchesAndFine,
  },
  { id: 'tone', word: strings.tone, hint: strings.smoothsToneGrainStays },
  { id: 'grain', word: strings.grain, hint: strings.copiesGrainFromNearbyTone },
  {
    id: 'sweep',
    word: strings.sweep,
    hint: strings.cleansBackdropInBroadStrokes,
  },
  { id: 'blur', word: strings.blur, hint: strings.blursBeyondRecognition },
] as const satisfies readonly { id: KeyName; word: string; hint: string }[]

export type ToolId = (typeof TOOLS)[number]['id']

/** The tools that paint with a brush. */
export const BRUSHES: ReadonlySet<ToolId> = new Set([
  'mend',
  'calm',
  'tone',
  'grain',
  'sweep',
  'blur',
])
/** Those of them that have a strength. */
export const WITH_STRENGTH: ReadonlySet<ToolId> = new Set(['calm', 'tone', 'sweep', 'blur'])

export const LOOK_WORDS: Readonly<Record<TidyLook, string>> = {
  result: 'As it is',
  strain: 'Strained',
  tone: 'Tone',
  grain: 'Grain',
  swept: strings.whereSwept,
}

/** How much the strain view exaggerates, in three steps. */
export const STRAINS = [
  { word: strings.little, strength: 4 },
  { word: 'more', strength: 8 },
  { word: 'most', strength: 16 },
] as const

interface TidyTools {
  readonly tool: ToolId
  readonly look: TidyLook
  readonly strain: 0 | 1 | 2
  readonly shade: Shade
  /** Whether dirt is marked, and strokes are seen. */
  readonly marks: boolean
  readonly strokes: boolean
  readonly radius: number
  readonly hardness: number
  readonly strength: number
  readonly band: number
  /** How a clean area is drawn round, and the one that waits to be placed. */
  readonly outlining: 'box' | 'hand'
  readonly area: readonly Point[] | null
  /** What a stroke with Borrow does: choose an area, or paint the last one out or in. */
  readonly borrowing: 'choose' | 'out' | 'in'
  /** The placed area that is worked on; the last one where it is not there. */
  readonly borrowed: string | null
}

/** What is in hand stays so from shot to shot. */
export const useTidyTools = create<TidyTools>()(() => ({
  tool: 'hand',
  look: 'result',
  strain: 1,
  shade: 'as it is',
  marks: true,
  strokes: false,
  radius: 0.008,
  hardness: 0.6,
  strength: 0.8,
  band: 0.004,
  outlining: 'box',
  area: null,
  borrowing: 'choose',
  borrowed: null,
}))

export const nextLook = (look: TidyLook): TidyLook =>
  TIDY_LOOKS[(TIDY_LOOKS.indexOf(look) + 1) % TIDY_LOOKS.length]!
