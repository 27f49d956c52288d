import { FORMATS } from '../../codec'
import { formatRatio } from '../../words'
import type { Outlet } from '../outlet'
import type { Placement } from '../placement'
import type { RuleId } from './checkFile'

/** A change of an outlet’s placement after which its pictures keep to a rule, in words and as it would be. */
export interface Remedy {
  readonly words: string
  readonly outlet: Outlet
}

/** How far beyond a rule’s limit a fill is set, in per cent. */
const FILL_ROOM_PCT = 1
/** Quality that a remedy for weight goes down by, and where it ends, in per cent. */
const LESS_QUALITY_PCT = 20
const MIN_QUALITY_PCT = 20

/**
 * What can be set so that the pictures of a placement keep to a rule that they break; null where that takes
 * a person: a description, a better photograph.
 */
export function remedyFor(rule: RuleId, outlet: Outlet, placement: Placement): Remedy | null {
  const { rules } = outlet
  const { frame, ground } = placement.changes
  const withPlacement = (words: string, change: Partial<Placement>): Remedy => ({
    words,
    outlet: {
      ...outlet,
      placements: outlet.placements.map((other) =>
        other.id === placement.id ? { ...placement, ...change } : other,
      ),
    },
  })
  const withFrame = (words: string, change: NonNullable<typeof frame>): Remedy =>
    withPlacement(words, { changes: { ...placement.changes, frame: { ...frame, ...change } } })
  const fill = frame?.fillPct
  switch (rule) {
    case 'too-few-pixels':
      if (rules.leastShorterPx === null || frame?.enlarge === true) return null
      return withFrame('Allow enlarging', { enlarge: true })
    case 'too-many-pixels':
      if (rules.mostLongerPx === null || placement.longSidePx <= rules.mostLongerPx) return null
      return withPlacement(`Make them ${rules.mostLongerPx} px`, { longSidePx: rules.mostLongerPx })
    case 'ratio':
      if (!rules.ratio) return null
      return withFrame(`Make them ${formatRatio(rules.ratio)}`, {
        ratio: rules.ratio,
      })
    case 'format': {
      const [format] = rules.formats
      return format ? withPlacement(`Make them ${FORMATS[format].word}`, { format }) : null
    }
    case 'bytes': {
      const least = Math.max(MIN_QUALITY_PCT, placement.leastQualityPct - LESS_QUALITY_PCT)
      if (rules.limitBytes === null || least >= placement.leastQualityPct) return null
      return withPlacement(`Allow quality down to ${least} %`, {
        limitBytes: Math.min(rules.limitBytes, placement.limitBytes ?? Infinity),
        leastQualityPct: least,
      })
    }
    case 'backdrop': {
      const { backdrop } = rules
      if (!backdrop) return null
      const behind =
        backdrop.kind === 'colour'
          ? { kind: 'colour', colour: backdrop.colour }
          : { kind: 'transparent' }
      // A shot that was left whole is on no ground, whatever is asked.
      if (isSame(ground?.behind, behind)) return null
      return withPlacement(
        backdrop.kind === 'colour' ? `Put them on ${backdrop.colour}` : 'Remove the ground',
        { changes: { ...placement.changes, ground: { ...ground, behind } } },
      )
    }
    case 'fill-low': {
      const wanted = Math.min(100, (rules.leastFillPct ?? 0) + FILL_ROOM_PCT)
      return fill === wanted ? null : withFrame(`Fill ${wanted} %`, { fillPct: wanted })
    }
    case 'fill-high': {
      const wanted = Math.max(10, (rules.mostFillPct ?? 100) - FILL_ROOM_PCT)
      return fill === wanted ? null : withFrame(`Fill ${wanted} %`, { fillPct: wanted })
    }
    case 'cover-backdrop':
    case 'fill-unknown':
    case 'profile':
    case 'credit':
    case 'marks':
    case 'alt-text':
      return null
  }
}

const isSame = (one: unknown, other: Readonly<Record<string, string>>): boolean =>
  typeof one === 'object' &&
  one !== null &&
  Object.entries(other).every(([field, value]) => (one as Record<string, unknown>)[field] === value) // an object
