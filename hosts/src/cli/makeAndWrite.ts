import { readCaptureFacts } from '@cloudbank/core/codec'
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
import { createShotMaker, type MadeShot } from './createShotMaker'
import type { OutFolder } from './outFolder'
import type { RowFiles } from './RowFiles'
import { sha256 } from './sha256'
import { strings } from './strings'
import { writeFile } from './writeFiles'

/** What a shot came to: the files that were written, and what a person should know of them. */
export interface WrittenShot {
  readonly left: readonly LeftFile[]
  readonly words: string
}

/**
 * Makes what is missing or out of date of a shot, and writes all that it delivers, a shot at a time.
 *
 * @throws FileError and others with the reason why a shot could not be made; CancelledError once it is stopped.
 */
export function createMakeAndWrite(
  rows: ShootRows,
  files: RowFiles,
  assets: readonly JobAsset[],
  out: OutFolder,
  pool: WorkerPool,
) {
  const writer = createShotWriter(rows, files, out)
  const make = createShotMaker(rows, files, assets, pool)
  return {
    makeAndWrite: async (row: Shot, stop: AbortSignal): Promise<WrittenShot> => {
      const original = await files.original(row)
      const shot: Shot = { ...row, originalHash: OriginalHash.parse(sha256(original)) }
      const made = await make(shot, original, stop)
      const left = await writer.write(shot, original, made)
      const found = [...made.findings, ...left.flatMap(({ file }) => file.rendition.findings)]
      const titles = new Set(found.map((finding) => wordsOf(finding).title.toLowerCase()))
      const broken = left.flatMap(({ file }) => brokenWords(file))
      return { left, words: strings.shotMade(left.length, [...titles], broken) }
    },
    written: writer.written,
  }
}

/** A shot that was returned goes nowhere. */
export const isReturned = ({ verdict }: Shot): boolean => verdict?.kind === 'returned'

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
