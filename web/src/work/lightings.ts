import type { NeutralReading, Spot } from '@cloudbank/core/steps'
import {
  change,
  creation,
  newId,
  perform,
  removal,
  type Lighting,
  type RowChange,
  type Shot,
} from '../data'
import { countOf } from '@cloudbank/core/words'

/** Keeps a neutral that was read on a shot, for all of its lighting. */
export function readNeutralInto(
  lighting: Lighting,
  shot: Shot,
  spot: Spot,
  reading: NeutralReading,
): Promise<void> {
  const { gains, lab, spread, pixels } = reading
  const neutral: Lighting['neutral'] = {
    shotId: shot.id,
    spot: { ...spot },
    gains: [...gains],
    lab: [...lab],
    spread,
    pixels,
    readAt: Date.now(),
  }
  return perform({
    shootId: lighting.shootId,
    shotIds: [],
    words: `Neutral of ${lighting.name} read on ${shot.fileName}`,
    changes: [change('lightings', lighting, { neutral, referenceShotId: shot.id })],
  })
}

export function takeOffNeutral(lighting: Lighting): Promise<void> {
  return perform({
    shootId: lighting.shootId,
    shotIds: [],
    words: `Neutral of ${lighting.name} taken off`,
    changes: [change('lightings', lighting, { neutral: null })],
  })
}

/** Uses the neutral of one lighting for another one, too, of this shoot or of another. */
export function carryNeutral(from: Lighting, to: Lighting): Promise<void> {
  return perform({
    shootId: to.shootId,
    shotIds: [],
    words: `Neutral of ${from.name} carried to ${to.name}`,
    changes: [change('lightings', to, { neutral: from.neutral })],
  })
}

export function renameLighting(lighting: Lighting, name: string): Promise<void> {
  return perform({
    shootId: lighting.shootId,
    shotIds: [],
    words: `Lighting ${lighting.name} named ${name}`,
    changes: [change('lightings', lighting, { name })],
  })
}

/** Puts shots into a lighting, or into none. */
export function moveShots(shots: readonly Shot[], to: Lighting | null): Promise<void> {
  const moved = shots.filter(({ lightingId }) => lightingId !== (to?.id ?? null))
  return perform({
    shootId: shots[0]?.shootId ?? '',
    shotIds: moved.map(({ id }) => id),
    words: `${countOf(moved.length, 'shot')} moved to ${to?.name ?? 'no lighting'}`,
    changes: moved.map((shot) =>
      change('shots', shot, { lightingId: to?.id ?? null, sorted: true }),
    ),
  })
}

/** Makes a lighting of its own from shots of others. */
export function splitOff(shots: readonly Shot[], from: Lighting | null): Promise<void> {
  const shootId = shots[0]?.shootId ?? ''
  const lighting: Lighting = {
    id: newId(),
    shootId,
    name: from ? `${from.name}, part` : 'New lighting',
    takenAt: from?.takenAt ?? null,
    referenceShotId: null,
    neutral: null,
    light: {},
  }
  return perform({
    shootId,
    shotIds: shots.map(({ id }) => id),
    words: `${countOf(shots.length, 'shot')} split off as ${lighting.name}`,
    changes: [
      creation('lightings', lighting),
      ...shots.map((shot) => change('shots', shot, { lightingId: lighting.id, sorted: true })),
    ],
  })
}

/** Puts all shots of one lighting into another, which keeps its neutral. */
export function mergeLightings(
  from: Lighting,
  to: Lighting,
  shots: readonly Shot[],
): Promise<void> {
  const moved = shots.filter(({ lightingId }) => lightingId === from.id)
  const adopts: RowChange[] =
    to.neutral === null && from.neutral !== null
      ? [change('lightings', to, { neutral: from.neutral, referenceShotId: from.referenceShotId })]
      : []
  return perform({
    shootId: to.shootId,
    shotIds: moved.map(({ id }) => id),
    words: `${from.name} merged into ${to.name}`,
    changes: [
      ...moved.map((shot) => change('shots', shot, { lightingId: to.id })),
      ...adopts,
      removal('lightings', from),
    ],
  })
}
