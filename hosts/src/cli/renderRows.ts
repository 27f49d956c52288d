import { readCaptureFacts } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { RULE_WORDS } from '@cloudbank/core/outlets'
import {
  createShootModel,
  groupBy,
  OriginalHash,
  slotFor,
  withRendition,
  type DeliveryFile,
  type LeftFile,
  type ShootRows,
  type Shot,
} from '@cloudbank/core/shoot'
import { wordsOf } from '@cloudbank/core/steps'
import type { JobAsset, WorkerPool } from '../pool'
import { createProcessLock, silentReporter, systemClock, workThrough, type Work } from '../runs'
import { createShotMaker, type MadeShot } from './createShotMaker'
import type { OutFolder } from './outFolder'
import type { RowFiles } from './RowFiles'
import { sha256 } from './sha256'
import { strings } from './strings'
import { writeFile, writeManifests } from './writeFiles'

export interface RenderRequest {
  readonly rows: ShootRows
  readonly files: RowFiles
  /** Tables and pictures that settings may name by hash. */
  readonly assets: readonly JobAsset[]
  /** What a shot is called in a message. */
  readonly nameOf: (shot: Shot) => string
  readonly out: OutFolder
  readonly signal: AbortSignal
  readonly report: (line: string) => void
}

/**
 * Makes what is missing or out of date of a shoot, and writes everything that it delivers, as the app would: named,
 * described and credited, in its folders, with manifests and a page of the pictures. A shot that fails is reported by
 * name and reason, and the rest goes on; one that was returned goes nowhere. Files are written whole, as soon as their
 * shot is made.
 */
export async function renderRows(
  { rows, files, assets, nameOf, out, signal, report }: RenderRequest,
  pool: WorkerPool,
): Promise<{ made: number; failed: number }> {
  const writer = createShotWriter(rows, files, out)
  const make = createShotMaker(rows, files, assets, pool)
  const shots = rows.shots.filter((shot) => !isReturned(shot))
  const remaining = new Map(shots.map((shot) => [shot.id, shot]))
  let failed = 0

  async function outcomeOf(row: Shot, stop: AbortSignal): Promise<string> {
    try {
      const original = await files.original(row)
      const shot: Shot = { ...row, originalHash: OriginalHash.parse(sha256(original)) }
      const made = await make(shot, original, stop)
      const left = await writer.write(shot, original, made)
      const found = [...made.findings, ...left.flatMap(({ file }) => file.rendition.findings)]
      const titles = new Set(found.map((finding) => wordsOf(finding).title.toLowerCase()))
      const broken = left.flatMap(({ file }) => brokenWords(file))
      return strings.shotMade(left.length, [...titles], broken)
    } catch (error) {
      if (error instanceof CancelledError) throw error
      failed++
      return (error as Error).message // only errors are thrown
    }
  }

  const work: Work<Shot> = {
    lock: 'render',
    remaining: () => Promise.resolve([...remaining.values()]),
    keyOf: ({ id }) => id,
    nameOf,
    goesOn: () => Promise.resolve(!signal.aborted),
    watch: (onChange) => {
      signal.addEventListener('abort', onChange)
      return () => signal.removeEventListener('abort', onChange)
    },
    process: async (shot, stop) => {
      const outcome = await outcomeOf(shot, stop)
      remaining.delete(shot.id)
      const done = shots.length - remaining.size
      report(strings.shotDone(done, shots.length, nameOf(shot), outcome))
    },
  }
  const ports = {
    lock: createProcessLock(),
    clock: systemClock,
    reporter: silentReporter,
    lanes: pool.size,
  }
  await workThrough(work, ports)
  const left = writer.written()
  if (left.length > 0) await writeManifests(rows, left, out)
  report(
    signal.aborted
      ? strings.stopped(left.length, out.path)
      : strings.finished(left.length, out.path, failed),
  )
  return { made: left.length, failed }
}

const isReturned = ({ verdict }: Shot): boolean => verdict?.kind === 'returned'

/** Writes what a shoot delivers, a shot at a time. */
function createShotWriter(rows: ShootRows, files: RowFiles, out: OutFolder) {
  const model = createShootModel()
  const recipe = model.recipeOf(rows)
  const { items } = model.planDelivery(rows, isReturned)
  const itemsOf = groupBy(items, ({ shot }) => shot.id)
  const written = new Map<(typeof items)[number], LeftFile>()
  return {
    write: async (shot: Shot, original: Uint8Array, made: MadeShot): Promise<LeftFile[]> => {
      const capture = await readCaptureFacts(original)
      const all: LeftFile[] = []
      for (const item of itemsOf.get(shot.id) ?? []) {
        const { id } = item.destination
        const fresh = made.renditions.get(id)
        const row = fresh?.row ?? rows.renditions.get(slotFor(shot, recipe, id))
        if (!row) continue
        const bytes = fresh?.bytes ?? (await files.finished(row))
        const own = { ...item, shot: { ...item.shot, originalHash: shot.originalHash } }
        const left = await writeFile(withRendition(own, row, capture), bytes, original, out)
        written.set(item, left)
        all.push(left)
      }
      return all
    },
    /** All that was written, in the order it is delivered in. */
    written: (): LeftFile[] => items.flatMap((item) => written.get(item) ?? []),
  }
}

/** The rules of its outlet that a file breaks. */
const brokenWords = ({ destination, broken }: DeliveryFile): string[] =>
  (broken ?? []).map(({ rule, value, limit }) => {
    const place = `${destination.outlet?.name ?? ''}, ${destination.placement.name}`
    return strings.ruleBroken(place, RULE_WORDS[rule].title.toLowerCase(), value, limit)
  })
