import { readFile } from 'node:fs/promises'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { unpackMatte, type Matte } from '@cloudbank/core/matte'
import type { PlaneU8 } from '@cloudbank/core/raster'
import { photographSource } from '@cloudbank/core/source'
import {
  CutSettings,
  hintedLook,
  hintsOf,
  knownLook,
  repairedMatte,
  type Repair,
} from '@cloudbank/core/steps'
import { createNodeNetworks, nodeCodec } from '@cloudbank/hosts/node'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { renderPhoto } from '../renderPhoto'
import { alphaPath, photoPath, runsOut, type Photo, type ShootFolder } from '../shootFolder'
import { cutOf, readTruth } from './alphas'
import { measureCut, type CutMeasures } from './cutMeasures'
import { groupMeans, type Compared, type Scorecard } from './scorecard'
import { clickOnWorst, strokeOnWorst } from './simulatedStroke'

/** A cut is well after this much of it and the truth is in common. */
const WELL_IOU = 0.97
/** Clicks are counted on cuts that are worse than the one, until they are as good as the other. */
const BAD_IOU = 0.93
const GOOD_IOU = 0.95

/** What a hand does that sees the cut beside the truth, and how often at most. */
export interface SimulatedHand {
  readonly repairOf: (found: PlaneU8, truth: PlaneU8) => Repair | null
  readonly times: number
}
export const STROKING: SimulatedHand = { repairOf: strokeOnWorst, times: 3 }
export const CLICKING: SimulatedHand = { repairOf: clickOnWorst, times: 5 }

type Shot = Compared<CutMeasures> & { readonly photo: Photo; readonly after: readonly number[] }

interface RepairFigures {
  /** Mean IoU after so many repairs, from none. */
  readonly iouByRepairs: readonly number[]
  /**
   * Of the shots whose cut is bad: how many repairs make it good, the median; null where half of them never are.
   */
  readonly repairsToGood: number | null
  readonly badShots: number
  /** Share of the shots that have enough in common with the truth in the end. */
  readonly well: number
  /** Milliseconds that a repair took to solve, the photograph read ahead: median. */
  readonly strokeMs: number
}

/** What is left of the errors of Cut after simulated repairs; the peer is the cut before them. */
export async function scoreRepair(
  { repairOf, times }: SimulatedHand,
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
): Promise<Scorecard<CutMeasures> & RepairFigures> {
  const shots: Shot[] = []
  const tookMs: number[] = []
  const edge = CutSettings.parse({})
  const finder = await createNodeNetworks()('finder')
  for (const photo of folder.photos) {
    const truth = await readTruth(alphaPath(folder, photo))
    const bytes = await readFile(photoPath(folder, photo))
    const { mattes } = await renderPhoto(pool, bytes, SHOP_WHITE.steps)
    const [base, ...finer] = mattes.map(({ matte }) => matte)
    const automatic: Matte = base
      ? unpackMatte(base, finer)
      : { kind: 'uncut', reason: 'no-product' }
    const source = photographSource(await nodeCodec.decode(bytes))
    const sides =
      automatic.kind === 'cut' ? automatic.alphas.map(({ sidePx }) => sidePx) : [800, 1600]
    const repairs: Repair[] = []
    let alpha = cutOf(automatic, truth)
    const before = measureCut(alpha, truth)
    // A shot that was left whole begins with nothing, as on the bench.
    if (automatic.kind === 'uncut') alpha.data.fill(0)
    const after = [before.iou]
    for (let k = 0; k < times; k++) {
      const repair = repairOf(alpha, truth)
      if (repair) {
        repairs.push(repair)
        const began = performance.now()
        const known = knownLook(source, hintsOf(repairs))
        repairedMatte(source, automatic, { repairs, edge, look: known }, sides.slice(0, 1))
        if (k > 0) tookMs.push(performance.now() - began)
        const look = await hintedLook(source, finder, hintsOf(repairs))
        alpha = cutOf(repairedMatte(source, automatic, { repairs, edge, look }, sides), truth)
      }
      after.push(measureCut(alpha, truth).iou)
    }
    tell(
      `${photo.file}: ${after.map((iou) => iou.toFixed(3)).join(' → ')} ${repairs.map(({ kind }) => kind).join(', ')}`,
    )
    shots.push({ photo, own: measureCut(alpha, truth), peer: before, after })
  }
  tookMs.sort((a, b) => a - b)
  const whole = shots.filter(({ photo }) => !runsOut(photo))
  return {
    kind: 'cut, repaired',
    set: folder.path,
    mean: groupMeans(shots).mean,
    peer: { name: 'the automatic cut', mean: groupMeans(shots).peer },
    groups: { wholeProducts: groupMeans(whole) },
    ...countOfRepairs(shots),
    iouByRepairs: Array.from(
      { length: times + 1 },
      (_, k) => whole.reduce((sum, { after }) => sum + after[k]!, 0) / whole.length,
    ),
    well: whole.filter(({ own }) => own.iou >= WELL_IOU).length / whole.length,
    strokeMs: tookMs[Math.floor(tookMs.length / 2)] ?? 0,
    shots: shots.map(({ photo, own, peer, after }) => ({
      file: photo.file,
      ...own,
      after,
      peer,
    })),
  }
}

/** How many repairs it took until bad cuts were good. */
function countOfRepairs(shots: readonly Shot[]): Pick<RepairFigures, 'repairsToGood' | 'badShots'> {
  const counts = shots
    .filter(({ after }) => after[0]! < BAD_IOU)
    .map(({ after }) => after.findIndex((iou) => iou >= GOOD_IOU))
    .map((count) => (count < 0 ? Infinity : count))
    .sort((a, b) => a - b)
  const median = counts[Math.floor(counts.length / 2)] ?? Infinity
  return { repairsToGood: median === Infinity ? null : median, badShots: counts.length }
}
