import { readFile } from 'node:fs/promises'
import { BriefSteps, SHOP_WHITE } from '@cloudbank/core/brief'
import type { Placement } from '@cloudbank/core/outlets'
import { createNodePool } from '@cloudbank/hosts/node'
import { renderPhoto } from '../renderPhoto'

export interface SpeedResult {
  readonly name: string
  readonly shots: number
  readonly seconds: number
  readonly shotsPerSecond: number
  readonly peakBytes: number
  /** Mean time of each stage a shot, in ms. */
  readonly stagesMs: Readonly<Record<string, number>>
}

interface NodeRun {
  readonly cut: boolean
  readonly workers: number
  /** What is made of each; 1200 and 600 px unless told otherwise. */
  readonly placements?: readonly Placement[]
}

/** Renders photographs on the Node host, in this process. */
export async function runOnNode(
  name: string,
  photos: readonly string[],
  { cut, workers, placements = SHOP_WHITE.steps.finish.placements }: NodeRun,
): Promise<SpeedResult> {
  const steps = BriefSteps.parse({
    ...SHOP_WHITE.steps,
    cut: { method: cut ? 'automatic' : 'off' },
    finish: { ...SHOP_WHITE.steps.finish, placements },
  })
  const pool = createNodePool(workers)
  const warm = photos[0]
  const totals: Record<string, number> = {}

  async function render(photo: string, counted: boolean): Promise<void> {
    const bytes = await readFile(photo)
    let last = performance.now()
    const onStage = (stage: string): void => {
      const now = performance.now()
      if (counted) totals[stage] = (totals[stage] ?? 0) + now - last
      last = now
    }
    await renderPhoto(pool, bytes, steps, { onStage })
  }

  // Starting workers and compiling the network is not what is measured.
  if (warm) await Promise.all(Array.from({ length: workers }, () => render(warm, false)))
  const began = performance.now()
  const queue = [...photos]
  const lanes = Array.from({ length: workers }, async () => {
    for (let photo = queue.shift(); photo; photo = queue.shift()) await render(photo, true)
  })
  await Promise.all(lanes)
  const seconds = (performance.now() - began) / 1000
  pool.dispose()
  const stagesMs = Object.fromEntries(
    Object.entries(totals).map(([stage, ms]) => [stage, ms / photos.length]),
  )
  return {
    name,
    shots: photos.length,
    seconds,
    shotsPerSecond: photos.length / seconds,
    peakBytes: process.resourceUsage().maxRSS * 1024,
    stagesMs,
  }
}

/** Measures photographs on the Node host on one core; seconds a photograph. */
export async function measureOnNode(photos: readonly string[]): Promise<number> {
  const pool = createNodePool(1)
  const files = await Promise.all(photos.map((photo) => readFile(photo)))
  const measure = (source: Uint8Array) => pool.run<'measure'>({ kind: 'measure', source })
  if (files[0]) await measure(files[0])
  const began = performance.now()
  for (const file of files) await measure(file)
  const seconds = (performance.now() - began) / 1000
  pool.dispose()
  return seconds / files.length
}
