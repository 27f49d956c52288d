import type { NeutralReading, Spot } from '@cloudbank/core/steps'
import {
  create,
  newLightingId,
  perform,
  put,
  putFields,
  remove,
  type Edit,
  type Lighting,
  type Shot,
} from '../../data'
import { strings } from '../strings'

const act = ({ shootId }: Lighting, words: string, edits: readonly Edit[]): Promise<void> =>
  perform({ shootId, words, edits })

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
  return act(
    lighting,
    strings.neutralOfReadOn(lighting.name, shot.fileName),
    putFields('lightings', lighting.id, { neutral, referenceShotId: shot.id }),
  )
}

export const takeOffNeutral = (lighting: Lighting): Promise<void> =>
  act(lighting, strings.neutralOfCleared(lighting.name), [
    put('lightings', lighting.id, ['neutral'], null),
  ])

/** Uses the neutral of one lighting for another one, too, of this shoot or of another. */
export const carryNeutral = (from: Lighting, to: Lighting): Promise<void> =>
  act(to, strings.neutralOfCopiedTo(from.name, to.name), [
    put('lightings', to.id, ['neutral'], from.neutral),
  ])

export const renameLighting = (lighting: Lighting, name: string): Promise<void> =>
  act(lighting, strings.lightingNamed(lighting.name, name), [
    put('lightings', lighting.id, ['name'], name),
  ])

const moveTo = (shots: readonly Shot[], to: Lighting | null): Edit[] =>
  shots.flatMap(({ id }) => putFields('shots', id, { lightingId: to?.id ?? null, sorted: true }))

/** Puts shots into a lighting, or into none. */
export async function moveShots(shots: readonly Shot[], to: Lighting | null): Promise<void> {
  const [first] = shots
  if (!first) return
  const moved = shots.filter(({ lightingId }) => lightingId !== (to?.id ?? null))
  await perform({
    shootId: first.shootId,
    words: strings.movedTo(moved.length, to?.name ?? 'no lighting'),
    edits: moveTo(moved, to),
  })
}

/** Makes a lighting of its own from shots of others. */
export async function splitOff(shots: readonly Shot[], from: Lighting | null): Promise<void> {
  const [first] = shots
  if (!first) return
  const { shootId } = first
  const lighting: Lighting = {
    id: newLightingId(),
    shootId,
    name: from ? strings.part(from.name) : strings.newLighting,
    takenAt: from?.takenAt ?? null,
    referenceShotId: null,
    neutral: null,
    light: {},
  }
  await perform({
    shootId,
    words: strings.splitOffAs(shots.length, lighting.name),
    edits: [create('lightings', lighting), ...moveTo(shots, lighting)],
  })
}

/** Puts all shots of one lighting into another, which keeps its neutral. */
export function mergeLightings(
  from: Lighting,
  to: Lighting,
  shots: readonly Shot[],
): Promise<void> {
  const { neutral, referenceShotId } = from
  const adopts = to.neutral === null && neutral !== null
  return act(to, strings.mergedInto(from.name, to.name), [
    ...moveTo(
      shots.filter(({ lightingId }) => lightingId === from.id),
      to,
    ),
    ...(adopts ? putFields('lightings', to.id, { neutral, referenceShotId }) : []),
    remove('lightings', from),
  ])
}
