import { readFile } from 'node:fs/promises'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { unpackMatte, type Matte } from '@cloudbank/core/matte'
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
import { strokeOnWorst } from './simulatedStroke'

/** Strokes that are drawn at most. */
const STROKES = 3
/** A cut is well after this much of it and the truth is in common. */
const ENOUGH_IOU = 0.97

type Shot = Compared<CutMeasures> & { readonly photo: Photo; readonly after: readonly number[] }

interface RepairFigures {
  /** Mean IoU after so many strokes, from none. */
  readonly iouByStrokes: readonly number[]
  /** Share of the shots that have enough in common with the truth in the end. */
  readonly well: number
  /** Milliseconds that a stroke took to solve, the photograph read ahead: median. */
  readonly strokeMs: number
}

/** What is left of the errors of Cut after three simulated strokes; the peer is the cut before them. */
export async function scoreRepair(
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
): Promise<Scorecard<CutMeasures> & RepairFigures> {
  const shots: Shot[] = []
  const times: number[] = []
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
    for (let k = 0; k < STROKES; k++) {
      const stroke = strokeOnWorst(alpha, truth)
      if (stroke) {
        repairs.push(stroke)
        const began = performance.now()
        const known = knownLook(source, hintsOf(repairs))
        repairedMatte(source, automatic, { repairs, edge, look: known }, sides.slice(0, 1))
        if (k > 0) times.push(performance.now() - began)
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
  times.sort((a, b) => a - b)
  const whole = shots.filter(({ photo }) => !runsOut(photo))
  return {
    kind: 'cut, repaired',
    set: folder.path,
    mean: groupMeans(shots).mean,
    peer: { name: 'the automatic cut', mean: groupMeans(shots).peer },
    groups: { wholeProducts: groupMeans(whole) },
    iouByStrokes: Array.from(
      { length: STROKES + 1 },
      (_, k) => whole.reduce((sum, { after }) => sum + after[k]!, 0) / whole.length,
    ),
    well: whole.filter(({ own }) => own.iou >= ENOUGH_IOU).length / whole.length,
    strokeMs: times[Math.floor(times.length / 2)] ?? 0,
    shots: shots.map(({ photo, own, peer, after }) => ({
      file: photo.file,
      ...own,
      after,
      peer,
    })),
  }
}
