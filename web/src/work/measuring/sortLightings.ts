import { format, parseISO } from 'date-fns'
import { fingerprintDistance } from '@cloudbank/core/measure'
import { THRESHOLDS } from '@cloudbank/core/findings'
import { groupLightings, type LightingClue } from '@cloudbank/core/steps'
import {
  newLightingId,
  type Database,
  type Lighting,
  type LightingId,
  type MeasureRow,
  type ShootId,
  type Shot,
} from '../../data'
import { strings } from '../strings'

/** Shots at most this many places apart are compared for being one motif. */
const NEAR_PLACES = 40

/** Sorts the measured shots of a shoot that have no lighting yet into lightings, and finds twins. */
export async function sortLightings(shootId: ShootId, db: Database): Promise<void> {
  await db.transaction('rw', db.shots, db.lightings, db.measures, async () => {
    const shots = await db.shots.where('shootId').equals(shootId).sortBy('order')
    const rows = await db.measures.bulkGet(shots.map(({ originalHash }) => originalHash))
    const measured = shots.flatMap((shot, i) => (rows[i] ? [{ shot, row: rows[i] }] : []))
    const newcomers = measured.filter(({ shot }) => !shot.sorted)
    if (newcomers.length === 0) return
    const lightings = await db.lightings.where('shootId').equals(shootId).toArray()
    const existing = lightings.map(({ id }) => ({
      key: id,
      members: measured.filter(({ shot }) => shot.lightingId === id).map(clueOf),
    }))
    const ids = new Set<string>(newcomers.map(({ shot }) => shot.id))
    for (const { key, members } of groupLightings(existing, newcomers.map(clueOf))) {
      const joined = members.filter(({ id }) => ids.has(id))
      if (joined.length === 0) continue
      const lightingId = key ?? (await addLighting(shootId, members, db))
      const shotsOf = newcomers.filter(({ shot }) => joined.some(({ id }) => id === shot.id))
      for (const { shot } of shotsOf) await db.shots.update(shot.id, { lightingId, sorted: true })
      await proposeReference(lightingId, shotsOf, db)
    }
    await markTwins(measured, ids, db)
  })
}

type Measured = { readonly shot: Shot; readonly row: MeasureRow }

function clueOf({ shot, row }: Measured): LightingClue {
  const { capture, measures } = row.result
  return {
    id: shot.id,
    takenAt: capture.takenAt,
    camera: capture.camera,
    backdrop: measures.backdrop.linear,
    backdropShare01: measures.backdrop.share01,
  }
}

async function addLighting(
  shootId: ShootId,
  members: readonly LightingClue[],
  db: Database,
): Promise<LightingId> {
  const times = members.flatMap(({ takenAt }) => takenAt ?? []).sort()
  const others = await db.lightings.where('shootId').equals(shootId).count()
  const lighting: Lighting = {
    id: newLightingId(),
    shootId,
    name: nameOf(others + 1, times[0] ?? null),
    takenAt: times[0] ?? null,
    referenceShotId: null,
    neutral: null,
    light: {},
  }
  await db.lightings.add(lighting)
  return lighting.id
}

/** “Lighting 1, 12 Oct 09:04”: which of the shoot it is, and when it was photographed. */
export function nameOf(number: number, takenAt: string | null): string {
  const name = strings.lighting(number)
  return takenAt === null ? name : `${name}, ${format(parseISO(takenAt), 'd MMM HH:mm')}`
}

/** The first shot on which a card was found becomes the reference shot of a lighting that has none. */
async function proposeReference(
  lightingId: LightingId,
  joined: readonly Measured[],
  db: Database,
): Promise<void> {
  const lighting = await db.lightings.get(lightingId)
  if (!lighting || lighting.referenceShotId !== null) return
  const withCard = joined.find(({ row }) => row.result.card)
  if (withCard) await db.lightings.update(lightingId, { referenceShotId: withCard.shot.id })
}

async function markTwins(
  measured: readonly Measured[],
  newcomers: ReadonlySet<string>,
  db: Database,
): Promise<void> {
  for (const [i, { shot, row }] of measured.entries()) {
    if (!newcomers.has(shot.id)) continue
    const { fingerprint } = row.result.measures
    const twin = measured
      .slice(Math.max(0, i - NEAR_PLACES), i)
      .find(
        (earlier) =>
          fingerprintDistance(earlier.row.result.measures.fingerprint, fingerprint) <=
          THRESHOLDS.sameMotifBits,
      )
    if (twin) await db.shots.update(shot.id, { twinOf: twin.shot.fileName })
  }
}
