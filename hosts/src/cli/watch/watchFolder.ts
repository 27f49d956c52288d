import { readdir, readFile, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { CancelledError } from '@cloudbank/core/engine'
import {
  createShootModel,
  groupBy,
  OriginalHash,
  type LeftFile,
  type Shot,
} from '@cloudbank/core/shoot'
import type { WorkerPool } from '../../pool'
import { createProcessLock, silentReporter, systemClock, workThrough, type Work } from '../../runs'
import type { LoadedRecipe } from '../loadRecipe'
import { madeEvent } from '../madeEvents'
import { createMakeAndWrite } from '../makeAndWrite'
import { PART, type OutFolder } from '../outFolder'
import { photoRows } from '../photoRows'
import { sha256 } from '../sha256'
import { today } from '../today'
import { writeManifests } from '../writeFiles'
import { createLooks, type SettledPhoto } from './lookAtFolder'
import { openLedger, type Ledger, type LedgerEntry } from './ledger'
import type { WatchEvent } from './watchEvents'

export interface WatchRequest {
  readonly folder: string
  readonly recipe: LoadedRecipe
  readonly out: OutFolder
  /** Time between two looks, in ms. */
  readonly everyMs: number
  /** Ends once everything that lies there has been made, instead of waiting for more. */
  readonly once: boolean
  readonly signal: AbortSignal
  readonly tell: (event: WatchEvent) => void
}

/** A photograph with its place among all that have arrived. */
type Arrival = SettledPhoto & Pick<LedgerEntry, 'place'>

/**
 * Makes whatever arrives in a folder. What was made is known by its bytes: moved or renamed it is not made again, deleted it
 * keeps its files; with another brief it is made anew. One that fails is named with its reason, set aside until its bytes
 * change or the watching begins anew, and the rest goes on.
 */
export async function watchFolder(
  { folder, recipe, out, everyMs, once, signal, tell }: WatchRequest,
  pool: WorkerPool,
): Promise<{ made: number; failed: number }> {
  const look = createLooks(folder, out.path)
  await removeParts(out)
  const ledger = await openLedger(out)
  const failed = new Map<string, string>()
  const said = new Set<string>()
  let made = 0
  let before = ''
  tell({ event: 'watching', folder, known: ledger.entries().length })
  while (!signal.aborted) {
    const { settled, unsettled, unreadable } = await look()
    for (const path of unreadable.filter((one) => !said.has(one))) {
      said.add(path)
      tell({ event: 'unreadable', path })
    }
    // Of a folder in which nothing has changed there is nothing to work out.
    const found = JSON.stringify([today(), settled])
    if (found !== before) {
      const waiting = settled.filter(({ hash }) => !failed.has(hash))
      const batch = createBatch(placed(waiting, settled, ledger), ledger, recipe, out, pool)
      const done = await makeBatch(batch, { ledger, failed, out, signal, tell, pool })
      made += done.made
      before = done.missed > 0 ? '' : found
    } else if (once && unsettled === 0) break
    // Also after work: two looks in quick succession would take a file for whole that is still growing.
    await systemClock.sleep(everyMs, signal)
  }
  tell({ event: 'ended', made, failed: failed.size + said.size })
  return { made, failed: failed.size + said.size }
}

/**
 * Photographs with their places: those that are known have theirs; one that lies where another lay, which is gone, takes its
 * place and with it its names; others come after all.
 */
function placed(
  photos: readonly SettledPhoto[],
  all: readonly SettledPhoto[],
  ledger: Ledger,
): readonly Arrival[] {
  const entries = ledger.entries()
  const here = new Set(all.map(({ hash }) => hash))
  const byHash = new Map(entries.map((entry) => [entry.hash, entry.place]))
  const gone = new Map(
    entries.filter(({ hash }) => !here.has(hash)).map(({ path, place }) => [path, place]),
  )
  let next = (entries.at(-1)?.place ?? -1) + 1
  const each = new Map<string, Arrival>()
  for (const photo of photos)
    if (!each.has(photo.hash)) {
      const place = byHash.get(photo.hash) ?? gone.get(photo.path) ?? next++
      each.set(photo.hash, { ...photo, place })
    }
  return [...each.values()]
}

/** What is to be made of some photographs, and how: as part of a shoot of all that ever arrived. */
function createBatch(
  photos: readonly Arrival[],
  ledger: Ledger,
  recipe: LoadedRecipe,
  out: OutFolder,
  pool: WorkerPool,
) {
  const byPlace = new Map<number, { readonly path: string; readonly hash: string }>(
    ledger.entries().map((entry) => [entry.place, entry]),
  )
  for (const photo of photos) {
    const known = byPlace.get(photo.place)
    // A file that was moved or renamed keeps the name that it came with.
    if (known?.hash !== photo.hash) byPlace.set(photo.place, photo)
  }
  const places = [...byPlace.keys()].sort((a, b) => a - b)
  const { brief, outlets, products, assets } = recipe
  const paths = places.map((place) => byPlace.get(place)!.path)
  const { rows: named } = photoRows(paths, brief, outlets, products, today())
  // In the order of their arrival, so that the numbers and names of earlier ones stay as they are.
  const shots = named.shots.map((shot, i): Shot => ({
    ...shot,
    place: null,
    originalHash: OriginalHash.parse(byPlace.get(places[i]!)!.hash),
  }))
  const rows = { ...named, shots }
  const model = createShootModel()
  const shootRecipe = model.recipeOf(rows)
  const itemsOf = groupBy(model.planDelivery(rows).items, ({ shot }) => shot.id)
  const keyOf = (shot: Shot): string =>
    sha256(
      new TextEncoder().encode(
        JSON.stringify([
          shootRecipe.steps.finish.placements.map((one) => model.keyOf(shot, shootRecipe, one)),
          itemsOf.get(shot.id)?.map(({ path, words, altText }) => [path, words, altText]),
        ]),
      ),
    )
  const known = new Map(ledger.entries().map((entry) => [entry.hash, entry.key]))
  const shotAt = new Map(places.map((place, i) => [place, shots[i]!]))
  const arrivals = photos.flatMap((photo) => {
    const shot = shotAt.get(photo.place)!
    const key = keyOf(shot)
    return known.get(photo.hash) === key ? [] : [{ photo, shot, key }]
  })
  const pathOf = new Map(photos.map(({ hash, path }) => [hash, path]))
  const files = {
    original: async ({ originalHash }: Shot) => {
      const bytes = await readFile(pathOf.get(originalHash) ?? '').catch(() => null)
      if (!bytes || sha256(bytes) !== originalHash) throw new MovedError()
      return new Uint8Array(bytes)
    },
    mattes: () => Promise.resolve([]),
    finished: () => Promise.reject(new Error('nothing is finished yet')),
  }
  return { rows, arrivals, ...createMakeAndWrite(rows, files, assets, out, pool) }
}

/** A photograph was moved, or written to, after it had been looked at: the next look finds it as it is then. */
class MovedError extends Error {
  override readonly name = 'MovedError'
}

type Batch = ReturnType<typeof createBatch>
type BatchArrival = Batch['arrivals'][number]

interface BatchPorts extends Pick<WatchRequest, 'out' | 'signal' | 'tell'> {
  readonly ledger: Ledger
  /** Reasons of those that failed, by their hashes. */
  readonly failed: Map<string, string>
  readonly pool: WorkerPool
}

/** Makes what has arrived: how many were made, and how many were not there any more. */
async function makeBatch(
  { rows, arrivals, makeAndWrite }: Batch,
  { ledger, failed, out, signal, tell, pool }: BatchPorts,
): Promise<{ readonly made: number; readonly missed: number }> {
  if (arrivals.length === 0) return { made: 0, missed: 0 }
  const remaining = new Map(arrivals.map((one) => [one.photo.hash, one]))
  let made = 0
  let missed = 0
  const work: Work<BatchArrival> = {
    lock: 'watch',
    remaining: () => Promise.resolve([...remaining.values()]),
    keyOf: ({ photo }) => photo.hash,
    nameOf: ({ photo }) => photo.path,
    goesOn: () => Promise.resolve(!signal.aborted),
    watch: (onChange) => {
      signal.addEventListener('abort', onChange)
      return () => signal.removeEventListener('abort', onChange)
    },
    process: async ({ photo: { hash, path, place }, shot, key }, stop) => {
      try {
        const { left, words } = await makeAndWrite(shot, stop)
        const before = ledger.entries().find((entry) => entry.place === place)
        await ledger.keep({ hash, path: before?.path ?? path, place, key, left: [...left] })
        await removeReplaced(before?.left ?? [], left, out)
        made++
        tell(madeEvent(path, words, left))
      } catch (error) {
        if (error instanceof CancelledError) throw error
        if (error instanceof MovedError) missed++
        else {
          const reason = (error as Error).message // only errors are thrown
          failed.set(hash, reason)
          tell({ event: 'failed', path, reason })
        }
      }
      remaining.delete(hash)
    },
  }
  const { size: lanes } = pool
  const ports = {
    lock: createProcessLock(),
    clock: systemClock,
    reporter: silentReporter,
    lanes,
  }
  await workThrough(work, ports)
  const left = ledger.entries().flatMap((entry) => entry.left)
  if (made > 0) await writeManifests(rows, left, out)
  return { made, missed }
}

/** Removes what a machine that was switched off left half written. */
async function removeParts({ path }: OutFolder): Promise<void> {
  const entries = await readdir(path, { recursive: true, withFileTypes: true }).catch(() => [])
  for (const { name, parentPath } of entries)
    if (PART.test(name)) await rm(join(parentPath, name), { force: true })
}

/** Removes files that were made before under other names, as long as nobody has changed them. */
async function removeReplaced(
  before: readonly LeftFile[],
  now: readonly LeftFile[],
  out: OutFolder,
): Promise<void> {
  const kept = new Set(now.map(({ file }) => file.path))
  for (const { file, sha256: hash } of before) {
    if (kept.has(file.path)) continue
    const path = join(out.path, file.path)
    const bytes = await readFile(path).catch(() => null)
    if (bytes && sha256(bytes) === hash) await rm(path)
  }
}
