import type { AnyFinding } from '../findings'
import type { Registry } from './defineRegistry'
import { stepOf, wordsOf } from './findings'
import { STEPS } from './registry'

/** How a shot's renditions stand against the brief. */
export type Standing = 'none' | 'partly' | 'out-of-date' | 'made'

/** How one step of a shot stands; each has a shape of its own. */
export type HemState = 'unmade' | 'fine' | 'look' | 'out-of-date' | 'blocked'

export interface HemSegment {
  readonly step: string
  readonly state: HemState
  readonly words: string
}

/** What a hem is drawn of. */
export interface ShotState {
  readonly standing: Standing
  readonly findings: readonly AnyFinding[]
  readonly failed: boolean
}

const WORDS: Readonly<Record<HemState, string>> = {
  unmade: 'not made yet',
  fine: 'fine',
  look: 'needs attention',
  'out-of-date': 'out of date',
  blocked: 'blocked',
}

/** One segment a step, in the order of the steps. */
export function planHem(shot: ShotState, steps: Registry = STEPS): HemSegment[] {
  return steps.map(({ id, title }) => {
    const own = shot.findings.filter((finding) => stepOf(finding, steps) === id)
    const weights = own.map((finding) => wordsOf(finding, steps).weight)
    const state = stateOf(shot, weights)
    return { step: id, state, words: `${title}: ${WORDS[state]}` }
  })
}

function stateOf({ standing, failed }: ShotState, weights: readonly string[]): HemState {
  if (failed) return 'blocked'
  if (standing === 'none') return 'unmade'
  if (standing === 'out-of-date') return 'out-of-date'
  if (weights.includes('blocks')) return 'blocked'
  return weights.includes('look') ? 'look' : 'fine'
}
