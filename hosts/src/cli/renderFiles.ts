import { createHash } from 'node:crypto'
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { basename, extname, join } from 'node:path'
import { planShot, type Brief } from '@cloudbank/core/brief'
import { CancelledError, type RenditionFile } from '@cloudbank/core/engine'
import { FINDINGS } from '@cloudbank/core/findings'
import { createNodePool } from '../node'

export interface RenderRequest {
  readonly photos: readonly string[]
  readonly brief: Brief
  readonly outFolder: string
  readonly workers: number | undefined
  readonly signal: AbortSignal
  readonly report: (line: string) => void
}

/**
 * Renders photographs from files into `outFolder/<placement>/<name>.<format>`. A photograph that
 * fails is reported by name and reason, and the rest goes on. Two photographs of one name get
 * numbers, so that nothing is overwritten.
 */
export async function renderFiles(
  request: RenderRequest,
): Promise<{ made: number; failed: number }> {
  const { photos, brief, outFolder, signal, report } = request
  const names = uniqueNames(photos)
  const pool = createNodePool(request.workers)
  let done = 0
  let made = 0
  let failed = 0

  async function renderOne(photo: string, name: string): Promise<void> {
    try {
      const bytes = await readFile(photo)
      const hash = createHash('sha256').update(bytes).digest('hex')
      const plan = planShot(hash, brief.steps)
      const job = { kind: 'render', source: bytes, plan, knownMatte: null } as const
      const { renditions, findings } = await pool.run(job, { signal })
      for (const rendition of renditions) await save(outFolder, name, rendition)
      made += renditions.length
      const titles = [...findings, ...renditions.flatMap((rendition) => rendition.findings)].map(
        ({ code }) => FINDINGS[code].title.toLowerCase(),
      )
      const notes = titles.length > 0 ? ` (${[...new Set(titles)].join(', ')})` : ''
      report(`${++done}/${photos.length} ${photo}: ${renditions.length} renditions${notes}`)
    } catch (error) {
      if (error instanceof CancelledError) return
      failed++
      report(`${++done}/${photos.length} ${photo}: ${(error as Error).message}`) // only errors are thrown
    }
  }

  const queue = photos.map((photo, i) => ({ photo, name: names[i]! }))
  const lanes = Array.from({ length: pool.size }, async () => {
    for (let next = queue.shift(); next && !signal.aborted; next = queue.shift())
      await renderOne(next.photo, next.name)
  })
  await Promise.all(lanes)
  pool.dispose()
  report(
    signal.aborted
      ? `Stopped. ${made} renditions are finished in ${outFolder}`
      : `${made} renditions in ${outFolder}${failed > 0 ? `, ${failed} photographs failed` : ''}`,
  )
  return { made, failed }
}

async function save(outFolder: string, name: string, rendition: RenditionFile): Promise<void> {
  const folder = join(outFolder, rendition.placementId)
  await mkdir(folder, { recursive: true })
  const extension = rendition.format === 'jpeg' ? 'jpg' : rendition.format
  await writeFile(join(folder, `${name}.${extension}`), rendition.bytes)
}

function uniqueNames(photos: readonly string[]): string[] {
  const taken = new Set<string>()
  return photos.map((photo) => {
    const stem = basename(photo, extname(photo))
    let name = stem
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${stem}-${n}`
    taken.add(name.toLowerCase())
    return name
  })
}
