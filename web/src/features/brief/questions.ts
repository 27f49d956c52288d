import { layered, type BriefSteps } from '@cloudbank/core/brief'
import { isSame } from '../../data'

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
    asks: 'What should products stand on?',
    answers: [
      { words: 'White', sets: colour('#FFFFFF') },
      { words: 'Pale grey', sets: colour('#F2F2F0') },
      { words: 'Nothing', sets: { ground: { behind: { kind: 'transparent' } } } },
      { words: 'Their own backdrop', sets: { ground: { behind: { kind: 'original' } } } },
    ],
  },
  {
    id: 'shadow',
    asks: 'What shadow should they have?',
    answers: [
      { words: 'Nothing', sets: { ground: { shadow: 'none' } } },
      { words: 'Their own shadow', sets: { ground: { shadow: 'kept' } } },
      { words: 'A drawn shadow', sets: { ground: { shadow: 'made' } } },
    ],
  },
  {
    id: 'dirt',
    asks: 'Should dirt be cleaned?',
    answers: [
      { words: 'Leave it', sets: { tidy: { specks: 'none' } } },
      { words: 'Gently', sets: { tidy: { specks: 'gentle' } } },
      { words: 'Firmly', sets: { tidy: { specks: 'firm' } } },
    ],
  },
  {
    id: 'neutral',
    asks: 'Which white is right?',
    answers: [
      { words: 'Backdrop as neutral grey', sets: { light: { neutral: { from: 'backdrop' } } } },
      { words: 'As photographed', sets: { light: { neutral: { from: 'photograph' } } } },
    ],
  },
  {
    id: 'tones',
    asks: 'How bright?',
    answers: [
      { words: 'As photographed', sets: { light: { autoTone: false, exposureEv: 0 } } },
      { words: 'Lighter', sets: { light: { autoTone: false, exposureEv: 0.35 } } },
      { words: 'Automatic, per shot', sets: { light: { autoTone: true, exposureEv: 0 } } },
    ],
  },
  {
    id: 'shape',
    asks: 'Which shape?',
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
    asks: 'How large?',
    answers: [
      { words: 'Lots of room', sets: { frame: { fillPct: 70 } } },
      { words: 'Some room', sets: { frame: { fillPct: 85 } } },
      { words: 'Edge to edge', sets: { frame: { fillPct: 96 } } },
    ],
  },
  {
    id: 'stand',
    asks: 'Where do they stand?',
    answers: [
      { words: 'In the middle', sets: { frame: { stand: 'centre' } } },
      { words: 'On a base line', sets: { frame: { stand: 'base' } } },
    ],
  },
  {
    id: 'sharpness',
    asks: 'How sharp?',
    answers: [
      { words: 'As it is', sets: { finish: { sharpenPct: 0 } } },
      { words: 'A little', sets: { finish: { sharpenPct: 35 } } },
      { words: 'A lot', sets: { finish: { sharpenPct: 80 } } },
    ],
  },
]

/** A brief’s settings with an answer given. */
export const withAnswer = (steps: BriefSteps, { sets }: Answer): BriefSteps => layered(steps, sets)

/** Whether a brief is as an answer would have it. */
export const isAnswered = (steps: BriefSteps, answer: Answer): boolean =>
  isSame(withAnswer(steps, answer), steps)
