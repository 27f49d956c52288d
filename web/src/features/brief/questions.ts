import { layered, type BriefSteps } from '@cloudbank/core/brief'
import type { StepId } from '@cloudbank/core/steps'
import { isSame } from '../../data'
import { strings } from './strings'

/** What an answer sets, step by step. */
export type Answered = {
  readonly [Id in keyof BriefSteps]?: Partial<BriefSteps[Id]>
}

export interface Answer {
  readonly words: string
  readonly sets: Answered
}

/** One thing that is decided by looking. */
export interface Question {
  readonly id: string
  /** The step whose settings it decides. */
  readonly step: StepId
  readonly asks: string
  readonly answers: readonly Answer[]
}

const colour = (hex: `#${string}`): Answered => ({
  ground: { behind: { kind: 'colour', colour: hex } },
})

/** The questions by which a brief is made by eye, in the order in which one answer bears on the next. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'ground',
    step: 'ground',
    asks: strings.whatShouldProductsStandOn,
    answers: [
      { words: strings.white, sets: colour('#FFFFFF') },
      { words: strings.paleGrey, sets: colour('#F2F2F0') },
      { words: strings.nothing, sets: { ground: { behind: { kind: 'transparent' } } } },
      { words: strings.theirOwnBackdrop, sets: { ground: { behind: { kind: 'original' } } } },
    ],
  },
  {
    id: 'shadow',
    step: 'ground',
    asks: strings.whatShadowShouldTheyHave,
    answers: [
      { words: strings.nothing, sets: { ground: { shadow: 'none' } } },
      { words: strings.theirOwnShadow, sets: { ground: { shadow: 'kept' } } },
      { words: strings.drawnShadow, sets: { ground: { shadow: 'made' } } },
    ],
  },
  {
    id: 'dirt',
    step: 'tidy',
    asks: strings.shouldDirtBeCleaned,
    answers: [
      { words: strings.leaveIt, sets: { tidy: { specks: 'none' } } },
      { words: strings.gently, sets: { tidy: { specks: 'gentle' } } },
      { words: strings.firmly, sets: { tidy: { specks: 'firm' } } },
    ],
  },
  {
    id: 'neutral',
    step: 'light',
    asks: strings.whichWhiteIsRight,
    answers: [
      { words: strings.backdropAsNeutralGrey, sets: { light: { neutral: { from: 'backdrop' } } } },
      { words: strings.asPhotographed, sets: { light: { neutral: { from: 'photograph' } } } },
    ],
  },
  {
    id: 'tones',
    step: 'light',
    asks: strings.howBright,
    answers: [
      { words: strings.asPhotographed, sets: { light: { autoTone: false, exposureEv: 0 } } },
      { words: strings.lighter, sets: { light: { autoTone: false, exposureEv: 0.35 } } },
      { words: strings.automaticPerShot, sets: { light: { autoTone: true, exposureEv: 0 } } },
    ],
  },
  {
    id: 'shape',
    step: 'frame',
    asks: strings.whichShape,
    answers: [
      [1, 1],
      [4, 5],
      [3, 4],
      [3, 2],
    ].map(([width = 1, height = 1]) => ({
      words: `${width}:${height}`,
      sets: { frame: { ratio: { width, height } } },
    })),
  },
  {
    id: 'size',
    step: 'frame',
    asks: strings.howLarge,
    answers: [
      { words: strings.lotsOfRoom, sets: { frame: { fillPct: 70 } } },
      { words: strings.someRoom, sets: { frame: { fillPct: 85 } } },
      { words: strings.edgeToEdge, sets: { frame: { fillPct: 96 } } },
    ],
  },
  {
    id: 'stand',
    step: 'frame',
    asks: strings.whereDoTheyStand,
    answers: [
      { words: strings.inMiddle, sets: { frame: { stand: 'centre' } } },
      { words: strings.onBaseLine, sets: { frame: { stand: 'base' } } },
    ],
  },
  {
    id: 'sharpness',
    step: 'finish',
    asks: strings.howSharp,
    answers: [
      { words: strings.asItIs, sets: { finish: { sharpenPct: 0 } } },
      { words: strings.little, sets: { finish: { sharpenPct: 35 } } },
      { words: strings.lot, sets: { finish: { sharpenPct: 80 } } },
    ],
  },
]

/** A brief’s settings with an answer given. */
export const withAnswer = (steps: BriefSteps, { sets }: Answer): BriefSteps => layered(steps, sets)

/** Whether a brief is as an answer would have it. */
export const isAnswered = (steps: BriefSteps, answer: Answer): boolean =>
  isSame(withAnswer(steps, answer), steps)
