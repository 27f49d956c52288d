import { readFile } from 'node:fs/promises'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { unpackMatte, type CutSigns } from '@cloudbank/core/matte'
import {
  linearRaster,
  resampleSrgb,
  wholeOf,
  type LinearRgba,
  type PlaneU8,
  type Size,
} from '@cloudbank/core/raster'
import { createNodeNetworks, nodeCodec } from '@cloudbank/hosts/node'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { confidenceOf } from '@cloudbank/core/steps'
import { renderPhoto } from '../renderPhoto'
import { alphaPath, photoPath, runsOut, type Photo, type ShootFolder } from '../shootFolder'
import { cutOf, readTruth } from './alphas'
import { measureCut, type CutMeasures } from './cutMeasures'
import { sheetTile, writeContactSheet, type SheetTile } from './contactSheet'
import { finderAlone } from './finderAlone'
import { measureFringe, type Fringe } from './fringe'
import { grabCut } from './grabCut'
import { KINDS, kindsOf, type Kind } from './kindsOf'
import { withNoise } from './noise'
import { groupMeans, type Compared, type GroupMeans, type Scorecard } from './scorecard'
import { meanOf } from '../table'

/** A cut is good from this on; what is under the one must be flagged, what is over the other should not. */
const GOOD_IOU = 0.95
const BAD_IOU = 0.93
const CLEAN_IOU = 0.97

const PLAIN_PAPER = ['white', 'grey', 'blue']

/** How much a cut changes when every value of the photograph changes by at most one. */
interface Stability {
  /** 1 − IoU of both cuts: mean, and of the worst shot. */
  readonly mean: number
  readonly worst: number
  readonly worstFile: string
}

/** What Cut itself says of a cut. */
interface Trust {
  /** The chance that the cut is good, 0…1. */
  readonly confidence: number
  /** What it goes by; null where the shot was left whole. */
  readonly signs: CutSigns | null
  /** Whether the shot wants a look for its cut. */
  readonly flagged: boolean
}

type Shot = Compared<CutMeasures> &
  Trust & {
    readonly alone: CutMeasures
    readonly fringe: Fringe | null
    readonly photo: Photo
    readonly kinds: readonly Kind[]
    readonly change: number
    readonly good: boolean
  }

interface CutFigures {
  /** The finder's answer by itself, taken as alpha: means. */
  readonly finderAlone: CutMeasures
  /** ΔE2000 along the edge on new grounds, the true alpha given: means. */
  readonly fringe: Fringe
  /** Of the cuts under 0.93 the share that is flagged; of those over 0.97 the same. */
  readonly flagRecall: number
  readonly flagFalse: number
  /** By classes of confidence: how many shots, their mean confidence, and the share that is good. */
  readonly reliability: readonly {
    readonly from: number
    readonly to: number
    readonly shots: number
    readonly confidence: number
    readonly good: number
  }[]
  readonly stability: Stability
}

/**
 * Cut against truth/alpha, beside grabCut. A shot left uncut counts as all product.
 *
 * @param sheetPath where a contact sheet of the cuts is written; none without it.
 */
export async function scoreCut(
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
  sheetPath?: string,
): Promise<Scorecard<CutMeasures> & CutFigures> {
  const shots: Shot[] = []
  const tiles: SheetTile[] = []
  const network = createNodeNetworks()
  for (const photo of folder.photos) {
    const path = photoPath(folder, photo)
    const truth = await readTruth(alphaPath(folder, photo))
    const bytes = await readFile(path)
    const made = await cutAt(pool, bytes, truth)
    const noisy = await cutAt(pool, await withNoise(bytes), truth)
    const own = measureCut(made.alpha, truth)
    const change = 1 - measureCut(noisy.alpha, made.alpha).iou
    const peer = measureCut(await grabCut(path, truth), truth)
    const alone = measureCut(await finderAlone(bytes, network, truth), truth)
    const { confidence, signs, flagged } = made
    const picture = await linearAt(bytes, truth)
    const kinds = kindsOf(picture, truth)
    if (sheetPath !== undefined) tiles.push(await sheetTile(picture, made.alpha, own.iou))
    const fringe = measureFringe(picture, truth)
    const good = own.iou >= GOOD_IOU
    tell(
      `${photo.file}: ${own.iou.toFixed(3)}${good ? ', good' : ''}, confidence ${confidence.toFixed(2)} (grabCut ${peer.iou.toFixed(3)}, finder alone ${alone.iou.toFixed(3)}), ±1 of noise changes ${(100 * change).toFixed(2)} %`,
    )
    shots.push({
      photo,
      kinds,
      own,
      peer,
      alone,
      fringe,
      change,
      confidence,
      signs,
      flagged,
      good,
    })
  }
  if (sheetPath !== undefined) await writeContactSheet(sheetPath, tiles)
  const whole = shots.filter(({ photo }) => !runsOut(photo))
  return {
    kind: 'cut',
    set: folder.path,
    mean: groupMeans(shots).mean,
    peer: { name: 'OpenCV grabCut, inset rectangle', mean: groupMeans(shots).peer },
    groups: {
      wholeProducts: groupMeans(whole),
      wholeOnPlainPaper: groupMeans(
        whole.filter(({ photo }) => PLAIN_PAPER.includes(photo.backdrop ?? '')),
      ),
      runningOut: groupMeans(shots.filter(({ photo }) => runsOut(photo))),
      ...byBackdrop(whole),
      ...byKind(shots),
    },
    finderAlone: meanOf(shots.map(({ alone }) => alone)),
    fringe: meanOf(shots.flatMap(({ fringe }) => fringe ?? [])),
    ...trustOf(shots),
    stability: stabilityOf(shots),
    shots: shots.map(({ photo, kinds, own, peer, alone, confidence, signs, flagged, good }) => ({
      file: photo.file,
      kinds,
      ...own,
      finderAlone: alone,
      confidence,
      signs,
      flagged,
      good,
      peer,
    })),
  }
}

/** Means by the kind of backdrop, where that is known. */
function byBackdrop(shots: readonly Shot[]): Record<string, GroupMeans<CutMeasures>> {
  const kinds = [...new Set(shots.flatMap(({ photo: { backdrop } }) => backdrop ?? []))].sort()
  return Object.fromEntries(
    kinds.map((kind) => [
      `on ${kind}`,
      groupMeans(shots.filter(({ photo }) => photo.backdrop === kind)),
    ]),
  )
}

/** Means by what makes photographs hard, where there are such. */
function byKind(shots: readonly Shot[]): Record<string, GroupMeans<CutMeasures>> {
  const rows = KINDS.map(
    (kind) => [kind, shots.filter(({ kinds }) => kinds.includes(kind))] as const,
  )
  return Object.fromEntries(
    rows.filter(([, of]) => of.length > 0).map(([kind, of]) => [kind, groupMeans(of)]),
  )
}

/** Edges of the classes of confidence in the reliability table. */
const CLASSES = [0, 0.2, 0.4, 0.6, 0.8, 1] as const

function trustOf(shots: readonly Shot[]): Omit<CutFigures, 'stability' | 'finderAlone' | 'fringe'> {
  const shareOf = (of: readonly Shot[], is: (shot: Shot) => boolean): number =>
    of.length === 0 ? NaN : of.filter(is).length / of.length
  const reliability = CLASSES.slice(1).map((to, k) => {
    const from = CLASSES[k]!
    const within = shots.filter(
      ({ confidence }) => confidence >= from && (confidence < to || to === 1),
    )
    const sum = within.reduce((total, { confidence }) => total + confidence, 0)
    return {
      from,
      to,
      shots: within.length,
      confidence: sum / within.length,
      good: shareOf(within, ({ good }) => good),
    }
  })
  return {
    flagRecall: shareOf(
      shots.filter(({ own }) => own.iou < BAD_IOU),
      ({ flagged }) => flagged,
    ),
    flagFalse: shareOf(
      shots.filter(({ own }) => own.iou > CLEAN_IOU),
      ({ flagged }) => flagged,
    ),
    reliability,
  }
}

function stabilityOf(shots: readonly Shot[]): Stability {
  const [worst] = [...shots].sort((a, b) => b.change - a.change)
  return {
    mean: shots.reduce((sum, { change }) => sum + change, 0) / shots.length,
    worst: worst?.change ?? 0,
    worstFile: worst?.photo.file ?? '',
  }
}

/** Alpha over the whole photograph, at a size: of the finest level that the brief's renditions need. */
async function cutAt(
  pool: WorkerPool,
  bytes: Uint8Array,
  size: Size,
): Promise<Trust & { readonly alpha: PlaneU8 }> {
  const { mattes, findings } = await renderPhoto(pool, bytes, SHOP_WHITE.steps)
  const finest = mattes.at(-1)
  const matte = finest && unpackMatte(finest.matte)
  const flagged = findings.some(({ code }) => FLAGS.includes(code))
  if (matte?.kind !== 'cut')
    return { alpha: cutOf(matte ?? null, size), confidence: 0, signs: null, flagged }
  return {
    alpha: cutOf(matte, size),
    confidence: matte.signs ? confidenceOf(matte.signs) : 0,
    signs: matte.signs,
    flagged,
  }
}

/** A photograph in linear light, at a size. */
async function linearAt(bytes: Uint8Array, size: Size): Promise<LinearRgba> {
  const picture = await nodeCodec.decode(bytes)
  return resampleSrgb(picture, wholeOf(picture), linearRaster(size))
}

/** Findings that say that a cut wants a look. */
const FLAGS: readonly string[] = ['edge-unsure', 'no-product']
