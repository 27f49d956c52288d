import { UNTOUCHED } from '@cloudbank/core/brief'
import { FileError } from '@cloudbank/core/codec'
import { create } from 'zustand'
import { useNotices } from '../app/notices'
import { countOf } from '@cloudbank/core/words'
import { database, newId, type Arrival, type Shot } from '../data'
import { readFileName } from './fileName'
import { sharedPool } from './pool'
import { continueScan } from './scan'

/** Longer side of the preview that stands in for a photograph on the sheet, in pixels. */
const PREVIEW_SIDE_PX = 640

interface IntakeState {
  /** Files that are still to be looked at, and how many there were when this bout began. */
  readonly waiting: number
  readonly total: number
}

/** How far the intake is. */
export const useIntake = create<IntakeState>()(() => ({ waiting: 0, total: 0 }))

export interface IncomingFile {
  readonly fileName: string
  readonly blob: Blob
  readonly sku?: string | null
  readonly angle?: string | null
}

/**
 * Puts files in line for a shoot. They are kept at once, so that a reload loses none, and looked at in
 * the workers: type, size, preview. What is not a picture is named with the reason, and the rest goes on.
 */
export async function takeIn(shootId: string, files: readonly IncomingFile[]): Promise<void> {
  const last = await database.shots.where('shootId').equals(shootId).toArray()
  const queued = await database.arrivals.where('shootId').equals(shootId).count()
  const start = Math.max(0, ...last.map(({ order }) => order + 1)) + queued
  const pattern = (await database.shoots.get(shootId))?.namePattern ?? undefined
  await database.arrivals.bulkAdd(
    files.map(({ fileName, blob, ...known }, i) => {
      const read = readFileName(fileName, pattern)
      return {
        shootId,
        fileName,
        blob,
        order: start + i,
        sku: known.sku ?? read.sku,
        angle: known.angle ?? read.angle,
      }
    }),
  )
  void continueIntake()
}

let working: Promise<void> | null = null

/** Works off what is in line; also called when the app starts, to go on after a reload. */
export function continueIntake(): Promise<void> {
  working ??= workOff().finally(() => {
    working = null
  })
  return working
}

async function workOff(): Promise<void> {
  const refused: string[] = []
  let known = 0
  let takenIn = 0
  let total = 0
  for (;;) {
    const batch = await database.arrivals.orderBy('id').toArray()
    if (batch.length === 0) break
    total += batch.length
    let waiting = batch.length
    useIntake.setState({ waiting, total })
    const queue = [...batch]
    const lane = async (): Promise<void> => {
      for (let arrival = queue.shift(); arrival; arrival = queue.shift()) {
        const outcome = await takeOne(arrival)
        if (outcome === 'in') takenIn++
        else if (outcome === 'known') known++
        else refused.push(`${arrival.fileName}: ${outcome.reason}`)
        useIntake.setState({ waiting: --waiting, total })
      }
    }
    await Promise.all(Array.from({ length: sharedPool().size }, lane))
  }
  useIntake.setState({ waiting: 0, total: 0 })
  report(takenIn, known, refused)
  void continueScan()
}

function report(takenIn: number, known: number, refused: readonly string[]): void {
  const { say, need } = useNotices.getState()
  const rest = takenIn > 0 ? ` The other ${takenIn} ${takenIn === 1 ? 'is' : 'are'} in.` : ''
  if (refused.length === 1) need(`${refused[0]}.${rest}`)
  else if (refused.length > 1)
    need(`${countOf(refused.length, 'file')} not taken in; the sheet names them.${rest}`)
  else if (known > 0)
    say(
      `${countOf(known, 'photograph')} already here, kept once.${takenIn > 0 ? ` ${takenIn} new.` : ''}`,
    )
}

type Outcome = 'in' | 'known' | { readonly reason: string }

async function takeOne(arrival: Arrival): Promise<Outcome> {
  const pattern = (await database.shoots.get(arrival.shootId))?.namePattern ?? undefined
  const { shootId, fileName, blob, order, sku, angle } = arrival
  const { shots, originals, previews, arrivals, refusals } = database
  try {
    const job = { kind: 'inspect', source: blob, previewSidePx: PREVIEW_SIDE_PX } as const
    const { facts, hash, preview } = await sharedPool().run<'inspect'>(job)
    return await database.transaction('rw', shots, originals, previews, arrivals, async () => {
      await arrivals.delete(arrival.id)
      const same = await shots.where('originalHash').equals(hash).toArray()
      if (same.some((shot) => shot.shootId === shootId)) return 'known'
      const { width, height, bytes, type } = facts
      const shot: Shot = {
        id: newId(),
        shootId,
        fileName,
        originalHash: hash,
        sku,
        angle,
        width,
        height,
        bytes,
        type,
        order,
        findings: [],
        failure: null,
        lightingId: null,
        sorted: false,
        place: readFileName(fileName, pattern).order,
        twinOf: null,
        touches: UNTOUCHED,
        verdict: null,
      }
      await originals.put({ hash, blob })
      const picture = new Blob([preview.bytes as Uint8Array<ArrayBuffer>], { type: 'image/webp' }) // transferred here
      await previews.put({ hash, blob: picture, width: preview.width, height: preview.height })
      await shots.add(shot)
      return 'in'
    })
  } catch (error) {
    const reason = describeIntakeError(error)
    await database.transaction('rw', arrivals, refusals, async () => {
      await arrivals.delete(arrival.id)
      await refusals.add({ shootId, fileName, reason })
    })
    return { reason }
  }
}

function describeIntakeError(error: unknown): string {
  if (error instanceof FileError) return error.message
  if (error instanceof Error && error.name === 'QuotaExceededError')
    return 'no room left in this browser; free some on the home page'
  return error instanceof Error ? error.message : String(error)
}
