import { Mark, type MarkKind } from '@cloudbank/core/steps'
import { strings } from './strings'

/** The kinds of marks in the order in which they are offered. */
export const MARK_KINDS: readonly { readonly kind: MarkKind; readonly word: string }[] = [
  { kind: 'label', word: strings.label },
  { kind: 'call-out', word: strings.callOut },
  { kind: 'dimension', word: strings.dimension },
  { kind: 'shape', word: strings.shape },
  { kind: 'inset', word: strings.inset },
  { kind: 'watermark', word: strings.watermark },
]

const BEGINNINGS: Readonly<Record<MarkKind, object>> = {
  label: {
    text: strings.newBadge,
    look: { colour: '#FFFFFF', weight: 700 },
    plate: { shape: 'rounded', colour: '#1A1A1A' },
  },
  'call-out': {
    text: strings.caption,
    look: { sizePct: 3 },
    place: { on: 'frame', x: 0, y: 1 },
  },
  dimension: { text: strings.measure },
  shape: { place: { on: 'frame', x: 1, y: 1 } },
  inset: { place: { on: 'frame', x: 1, y: 1 } },
  watermark: { text: '{brand}', place: { on: 'frame', x: 0.5, y: 0.5 } },
}

/** A mark to begin with. */
export const newMark = (kind: MarkKind): Mark =>
  Mark.parse({ kind, id: crypto.randomUUID(), ...BEGINNINGS[kind] })

/** The same once more, a little aside. */
export function duplicateOf(mark: Mark): Mark {
  const { place } = mark
  const aside =
    place.on === 'product'
      ? { ...place, x: Math.min(3, place.x + 0.05), y: Math.min(3, place.y + 0.05) }
      : { ...place, y: place.y > 0.5 ? place.y - 0.08 : place.y + 0.08 }
  return { ...mark, id: crypto.randomUUID(), place: aside }
}
