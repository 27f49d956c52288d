import { createHash } from 'node:crypto'
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { planShot, type Brief, type Plan } from '@cloudbank/core/brief'
import { FORMATS } from '@cloudbank/core/codec'
import { CancelledError, type RenditionFile } from '@cloudbank/core/engine'
import {
  checkFile,
  folderOf,
  placesOf,
  RULE_WORDS,
  type FinishedFile,
  type Outlet,
  type OutletPlace,
} from '@cloudbank/core/outlets'
import { stemOf, uniqueStems } from '@cloudbank/core/names'
import { wordsOf } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import type { JobAsset, WorkerPool } from '../pool'
import { silentReporter, systemClock, workThrough, createProcessLock, type Work } from '../runs'

export interface RenderRequest {
  readonly photos: readonly string[]
  readonly brief: Brief
  /** Where the renditions go in place of the brief’s own placements; none takes those. */
  readonly outlets: readonly Outlet[]
  /** Tables and pictures that the brief may name by hash. */
  readonly assets: readonly JobAsset[]
  readonly outFolder: string
  readonly signal: AbortSignal
  readonly report: (line: string) => void
}

interface Photo {
  readonly path: string
  /** What its files are called. */
  readonly stem: string
}

/**
 * Renders photographs from files into `outFolder/<placement>/<name>.<format>`, or a folder an outlet and
 * placement; a rule of an outlet that a file breaks is said with it. A photograph that
 * fails is reported by name and reason, and the rest goes on. Two photographs of one name get
 * numbers, so that nothing is overwritten.
 */
export async function renderFiles(
  { photos, brief, outlets, assets, outFolder, signal, report }: RenderRequest,
  pool: WorkerPool,
): Promise<{ made: number; failed: number }> {
  const stems = uniqueStems(photos.map((path) => stemOf(basename(path))))
  const left = new Map(photos.map((path, i): [number, Photo] => [i, { path, stem: stems[i]! }]))
  const places = new Map(placesOf(outlets).map((place) => [place.planned.id, place]))
  const placements = [...places.values()].map(({ planned }) => planned)
  const { finish } = brief.steps
  const steps =
    places.size === 0 ? brief.steps : { ...brief.steps, finish: { ...finish, placements } }
  let made = 0
  let failed = 0

  const work: Work<[number, Photo]> = {
    lock: 'render',
    remaining: () => Promise.resolve([...left]),
    keyOf: ([index]) => String(index),
    nameOf: ([, { path }]) => path,
    goesOn: () => Promise.resolve(!signal.aborted),
    watch: (onChange) => {
      signal.addEventListener('abort', onChange)
      return () => signal.removeEventListener('abort', onChange)
    },
    process: async ([index, photo], stop) => {
      const said = await outcomeOf(photo, stop)
      left.delete(index)
      report(`${photos.length - left.size}/${photos.length} ${photo.path}: ${said}`)
    },
  }

  async function outcomeOf(photo: Photo, stop: AbortSignal): Promise<string> {
    try {
      const bytes = await readFile(photo.path)
      const plan = planShot(createHash('sha256').update(bytes).digest('hex'), steps)
      const named = namedIn(plan, assets)
      const job = { kind: 'render', source: bytes, plan, mattes: [], assets: named } as const
      const { renditions, findings } = await pool.run<'render'>(job, { signal: stop })
      const broken: string[] = []
      for (const rendition of renditions) {
        const place = places.get(rendition.placementId)
        const inside = place ? folderOf(place.outlet, place.placement) : rendition.placementId
        await save(join(outFolder, inside), photo.stem, rendition)
        if (place) broken.push(...brokenAt(place, rendition.finished))
      }
      made += renditions.length
      const found = [...findings, ...renditions.flatMap((rendition) => rendition.findings)]
      const titles = new Set(found.map((finding) => wordsOf(finding).title.toLowerCase()))
      const notes = titles.size > 0 ? ` (${[...titles].join(', ')})` : ''
      const rules = broken.length > 0 ? `; breaks ${broken.join('; ')}` : ''
      return `${countOf(renditions.length, 'rendition')}${notes}${rules}`
    } catch (error) {
      if (error instanceof CancelledError) throw error
      failed++
      return (error as Error).message // only errors are thrown
    }
  }

  const ports = {
    lock: createProcessLock(),
    clock: systemClock,
    reporter: silentReporter,
    lanes: pool.size,
  }
  await workThrough(work, ports)
  report(
    signal.aborted
      ? `Stopped. ${countOf(made, 'rendition')} finished in ${outFolder}`
      : `${countOf(made, 'rendition')} in ${outFolder}${failed > 0 ? `, ${countOf(failed, 'photograph')} failed` : ''}`,
  )
  return { made, failed }
}

const namedIn = ({ assets: named }: Plan, assets: readonly JobAsset[]): JobAsset[] => {
  const hashes = new Set(named.map(({ hash }) => hash))
  return assets.filter(({ hash }) => hashes.has(hash))
}

/** The rules that a file breaks; descriptions are not written here. */
const brokenAt = ({ outlet, placement }: OutletPlace, finished: FinishedFile): string[] =>
  checkFile(finished, { ...outlet.rules, needsAltText: false }, { altText: '' }).map(
    ({ rule, value, limit }) =>
      `${outlet.name}, ${placement.name}: ${RULE_WORDS[rule].title.toLowerCase()}, ${value}, ${limit}`,
  )

async function save(folder: string, stem: string, rendition: RenditionFile): Promise<void> {
  await mkdir(folder, { recursive: true })
  await writeFile(join(folder, `${stem}.${FORMATS[rendition.format].extension}`), rendition.bytes)
}
