import { FINDINGS, type Finding, type FindingCode } from '@cloudbank/core/findings'
import { STEPS, type StepId } from '@cloudbank/core/steps'
import type { Standing } from '../../work/stale'

/** How one step of a shot stands; each has a shape of its own. */
export type HemState = 'unmade' | 'fine' | 'look' | 'out-of-date' | 'blocked'

export interface HemSegment {
  readonly step: StepId
  readonly state: HemState
  readonly words: string
}

/** The step that each finding belongs to. */
const STEP_OF: Readonly<Record<FindingCode, StepId>> = {
  'not-neutral': 'light',
  'no-product': 'cut',
  'runs-out-of-frame': 'cut',
  'edge-unsure': 'cut',
  holes: 'cut',
  cast: 'light',
  dark: 'light',
  bright: 'light',
  clipped: 'light',
  'uneven-backdrop': 'light',
  'no-lighting': 'light',
  dirty: 'light',
  soft: 'finish',
  small: 'finish',
  heavy: 'finish',
  duplicate: 'finish',
  'beyond-photograph': 'frame',
  'not-square': 'frame',
  tilted: 'frame',
  'off-centre': 'frame',
  'touches-border': 'frame',
  'too-small': 'frame',
  'over-limit': 'finish',
}

const WORDS: Readonly<Record<HemState, string>> = {
  unmade: 'not made yet',
  fine: 'fine',
  look: 'wants a look',
  'out-of-date': 'out of date',
  blocked: 'blocked',
}

/** One segment a step, in the order of the steps. */
export function planHem(
  standing: Standing,
  findings: readonly Finding[],
  failed: boolean,
): HemSegment[] {
  return STEPS.map(({ id, title }) => {
    const own = findings.filter(({ code }) => STEP_OF[code] === id)
    const state = stateOf(standing, own, failed)
    return { step: id, state, words: `${title}: ${WORDS[state]}` }
  })
}

function stateOf(standing: Standing, own: readonly Finding[], failed: boolean): HemState {
  if (failed) return 'blocked'
  if (standing === 'none') return 'unmade'
  if (standing === 'out-of-date') return 'out-of-date'
  if (own.some(({ code }) => FINDINGS[code].weight === 'blocks')) return 'blocked'
  return own.some(({ code }) => FINDINGS[code].weight === 'look') ? 'look' : 'fine'
}
