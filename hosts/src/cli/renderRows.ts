import { mkdir, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { readCaptureFacts } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { RULE_WORDS } from '@cloudbank/core/outlets'
import {
  createShootModel,
  CREDIT_HEAD_BYTES,
  FileHash,
  groupBy,
  leavingWords,
  manifestOf,
  manifestTable,
  OriginalHash,
  renditionId,
  slotFor,
  webPageOf,
  withLeavingWords,
  withRendition,
  type DeliveryFile,
  type LeftFile,
  type Rendition,
  type ShootRows,
  type Shot,
} from '@cloudbank/core/shoot'
import { wordsOf } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import type { JobAsset, JobResults, KeyedMatte, WorkerPool } from '../pool'
import { sha256 } from './sha256'
import { createProcessLock, silentReporter, systemClock, workThrough, type Work } from '../runs'

/** Where the files behind a shoot's rows are had. */
export interface RowFiles {
  readonly original: (shot: Shot) => Promise<Uint8Array>
  readonly mattes: (shot: Shot) => Promise<readonly KeyedMatte[]>
  readonly finished: (rendition: Rendition) => Promise<Uint8Array>
}

export interface RenderRequest {
  readonly rows: ShootRows
  readonly files: RowFiles
  /** Tables and pictures that settings may name by hash. */
  readonly assets: readonly JobAsset[]
  /** What a shot is called in a message. */
  readonly nameOf: (shot: Shot) => string
  readonly outFolder: string
  readonly signal: AbortSignal
  readonly report: (line: string) => void
}

type MadeFile = JobResults['render']['renditions'][number]

/**
 * Makes what is missing or out of date of a shoot, and writes everything that it delivers, as the app would: named,
 * described and credited, in its folders, with manifests and a page of the pictures. A shot that fails is reported by
 * name and reason, and the rest goes on; one that was returned goes nowhere. Files are written whole, as soon as their
 * shot is made.
 */
export async function renderRows(
  { rows, files, assets, nameOf, outFolder, signal, report }: RenderRequest,
  pool: WorkerPool,
): Promise<{ made: number; failed: number }> {
  const model = createShootModel()
  const recipe = model.recipeOf(rows)
  const isReturned = ({ verdict }: Shot): boolean => verdict?.kind === 'returned'
  const { items } = model.planDelivery(rows, isReturned)
  const itemsOf = groupBy(items, ({ shot }) => shot.id)
  const shots = rows.shots.filter((shot) => !isReturned(shot))
  const remaining = new Map(shots.map((shot) => [shot.id, shot]))
  const written = new Map<(typeof items)[number], LeftFile>()
  let made = 0
  let failed = 0

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
      const said = await outcomeOf(shot, stop)
      remaining.delete(shot.id)
      report(`${shots.length - remaining.size}/${shots.length} ${nameOf(shot)}: ${said}`)
    },
  }

  async function outcomeOf(row: Shot, stop: AbortSignal): Promise<string> {
    try {
      const original = await files.original(row)
      const shot: Shot = { ...row, originalHash: OriginalHash.parse(sha256(original)) }
      const { renditions, findings } = await makeStale(shot, original, stop)
      const left = await writeAll(shot, original, renditions)
      made += left.length
      const found = [...findings, ...left.flatMap(({ file }) => file.rendition.findings)]
      const titles = new Set(found.map((finding) => wordsOf(finding).title.toLowerCase()))
      const notes = titles.size > 0 ? ` (${[...titles].join(', ')})` : ''
      const broken = left.flatMap(({ file }) => brokenWords(file))
      const rules = broken.length > 0 ? `; breaks ${broken.join('; ')}` : ''
      return `${countOf(left.length, 'rendition')}${notes}${rules}`
    } catch (error) {
      if (error instanceof CancelledError) throw error
      failed++
      return (error as Error).message // only errors are thrown
    }
  }

  async function makeStale(
    shot: Shot,
    source: Uint8Array,
    stop: AbortSignal,
  ): Promise<Pick<JobResults['render'], 'renditions' | 'findings'>> {
    const stale = model.stalePlacements(shot, recipe, rows.renditions)
    if (stale.length === 0) return { renditions: [], findings: shot.findings }
    const plan = model.planOf(shot, recipe)
    const named = new Set(plan.assets.map(({ hash }) => hash))
    const job = {
      kind: 'render',
      source,
      plan,
      only: stale.map(({ id }) => id),
      mattes: await files.mattes(shot),
      assets: assets.filter(({ hash }) => named.has(hash)),
    } as const
    return pool.run<'render'>(job, { signal: stop })
  }

  async function writeAll(
    shot: Shot,
    original: Uint8Array,
    renditions: readonly MadeFile[],
  ): Promise<LeftFile[]> {
    const fresh = new Map(renditions.map((file) => [file.placementId, file]))
    const capture = await readCaptureFacts(original)
    const all: LeftFile[] = []
    for (const item of itemsOf.get(shot.id) ?? []) {
      const { id } = item.destination
      const file = fresh.get(id)
      const rendition = file
        ? rowOf(shot, file)
        : (rows.renditions.get(slotFor(shot, recipe, id)) ?? null)
      if (!rendition) continue
      const bytes = file?.bytes ?? (await files.finished(rendition))
      const named = withRendition(
        { ...item, shot: { ...item.shot, originalHash: shot.originalHash } },
        rendition,
        capture,
      )
      const left = await leave(named, bytes, original)
      written.set(item, left)
      all.push(left)
    }
    return all
  }

  async function leave(
    file: DeliveryFile,
    bytes: Uint8Array,
    original: Uint8Array,
  ): Promise<LeftFile> {
    const head = original.subarray(0, CREDIT_HEAD_BYTES)
    const words = await leavingWords(file, () => Promise.resolve(head))
    const changed = words && withLeavingWords(bytes, file, words)
    const whole = changed ?? bytes
    await save(join(outFolder, file.path), whole)
    return {
      file,
      bytes: whole.length,
      sha256: FileHash.parse(sha256(whole)),
      words: changed ? words : null,
    }
  }

  const rowOf = (shot: Shot, file: MadeFile): Rendition => {
    const slot = { shotId: shot.id, briefId: recipe.briefId, placementId: file.placementId }
    const version = (rows.renditions.get(slotFor(shot, recipe, file.placementId))?.version ?? 0) + 1
    const placement = recipe.steps.finish.placements.find(({ id }) => id === file.placementId)!
    const { format, width, height, qualityPct, productBox, window, findings, finished } = file
    return {
      ...slot,
      id: renditionId(slot, version),
      shootId: shot.shootId,
      version,
      standing: 'current',
      key: model.keyOf(shot, recipe, placement),
      fileHash: FileHash.parse(file.hash),
      runId: null,
      bytes: file.bytes.length,
      width,
      height,
      format,
      qualityPct,
      productBox,
      window,
      findings: [...findings],
      finished,
      madeAt: systemClock.now(),
    }
  }

  const ports = {
    lock: createProcessLock(),
    clock: systemClock,
    reporter: silentReporter,
    lanes: pool.size,
  }
  await workThrough(work, ports)
  const left = items.flatMap((item) => written.get(item) ?? [])
  if (left.length > 0) await writeManifests(rows, left, outFolder)
  report(
    signal.aborted
      ? `Stopped. ${countOf(made, 'rendition')} finished in ${outFolder}`
      : `${countOf(made, 'rendition')} in ${outFolder}${failed > 0 ? `, ${countOf(failed, 'photograph')} failed` : ''}`,
  )
  return { made, failed }
}

/** The rules of its outlet that a file breaks. */
const brokenWords = ({ destination, broken }: DeliveryFile): string[] =>
  (broken ?? []).map(
    ({ rule, value, limit }) =>
      `${destination.outlet?.name ?? ''}, ${destination.placement.name}: ${RULE_WORDS[rule].title.toLowerCase()}, ${value}, ${limit}`,
  )

async function writeManifests(
  { shoot }: Pick<ShootRows, 'shoot'>,
  left: readonly LeftFile[],
  outFolder: string,
): Promise<void> {
  const texts = {
    'manifest.json': JSON.stringify(manifestOf(shoot, left), null, 2),
    'manifest.csv': manifestTable(left),
    'pictures.html': webPageOf(
      shoot.name,
      left.map(({ file }) => file),
    ),
  }
  for (const [name, text] of Object.entries(texts))
    await save(join(outFolder, name), new TextEncoder().encode(text))
}

async function save(path: string, bytes: Uint8Array): Promise<void> {
  await mkdir(dirname(path), { recursive: true })
  await writeFile(path, bytes)
}
