import { createHash } from 'node:crypto'
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { planShot, type Brief, type Plan } from '@cloudbank/core/brief'
import { FORMATS } from '@cloudbank/core/codec'
import { CancelledError, type RenditionFile } from '@cloudbank/core/engine'
import { stemOf, uniqueStems } from '@cloudbank/core/names'
import { wordsOf } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import type { JobAsset, WorkerPool } from '../pool'
import { silentReporter, systemClock, workThrough, createProcessLock, type Work } from '../runs'

export interface RenderRequest {
  readonly photos: readonly string[]
  readonly brief: Brief
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
 * Renders photographs from files into `outFolder/<placement>/<name>.<format>`. A photograph that
 * fails is reported by name and reason, and the rest goes on. Two photographs of one name get
 * numbers, so that nothing is overwritten.
 */
export async function renderFiles(
  { photos, brief, assets, outFolder, signal, report }: RenderRequest,
  pool: WorkerPool,
): Promise<{ made: number; failed: number }> {
  const stems = uniqueStems(photos.map((path) => stemOf(basename(path))))
  const left = new Map(photos.map((path, i): [number, Photo] => [i, { path, stem: stems[i]! }]))
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
      const plan = planShot(createHash('sha256').update(bytes).digest('hex'), brief.steps)
      const named = namedIn(plan, assets)
      const job = { kind: 'render', source: bytes, plan, mattes: [], assets: named } as const
      const { renditions, findings } = await pool.run<'render'>(job, { signal: stop })
      for (const rendition of renditions) await save(outFolder, photo.stem, rendition)
      made += renditions.length
      const found = [...findings, ...renditions.flatMap((rendition) => rendition.findings)]
      const titles = new Set(found.map((finding) => wordsOf(finding).title.toLowerCase()))
      const notes = titles.size > 0 ? ` (${[...titles].join(', ')})` : ''
      return `${countOf(renditions.length, 'rendition')}${notes}`
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
  const hashes = new Set(Object.values(named))
  return assets.filter(({ hash }) => hashes.has(hash))
}

async function save(outFolder: string, stem: string, rendition: RenditionFile): Promise<void> {
  const folder = join(outFolder, rendition.placementId)
  await mkdir(folder, { recursive: true })
  await writeFile(join(folder, `${stem}.${FORMATS[rendition.format].extension}`), rendition.bytes)
}
