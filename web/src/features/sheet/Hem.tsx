import type { HemSegment } from '@cloudbank/core/steps'
import '../../ui/hem.css'
import './tile.css'
import { strings } from './strings'

/** The strip under a tile: a segment a step, its shape telling how the step stands. */
export function Hem({ segments }: { segments: readonly HemSegment[] }) {
  return (
    <div className="hem" role="img" aria-label={describe(segments)}>
      {segments.map(({ step, state, words }) =>
        state === 'look' || state === 'blocked' ? (
          <div key={step} data-why={step} className={`hem-segment ${state}`} />
        ) : (
          <div key={step} title={words} className={`hem-segment ${state}`} />
        ),
      )}
    </div>
  )
}

function describe(segments: readonly HemSegment[]): string {
  const states = new Set(segments.map(({ state }) => state))
  if (states.size === 1) return strings.allSteps(segments[0]?.words.split(': ')[1] ?? '')
  return segments
    .filter(({ state }) => state !== 'fine')
    .map(({ words }) => words)
    .join(', ')
}
