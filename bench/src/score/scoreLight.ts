import { existsSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { nodeCodec } from '@cloudbank/hosts/node'
import {
  deltaE2000,
  fitInside,
  labOfLinear,
  LINEAR,
  linearRaster,
  LINEAR_OF_BYTE,
  luminance,
  planeF32,
  resampleSrgb,
  wholeOf,
  type LabPicture,
  type PlaneF32,
  type Rgb,
  type Size,
  type SrgbRgba8,
} from '@cloudbank/core/raster'
import { photographSource } from '@cloudbank/core/source'
import {
  applyGrade,
  LightSettings,
  planEvenOut,
  planGrade,
  readNeutral,
  type Even,
} from '@cloudbank/core/steps'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { alphaPath, photoPath, type Photo, type ShootFolder } from '../shootFolder'
import { deviation, groupMeans, type Scorecard } from './scorecard'

export type LightMeasures = { deltaE: number; deltaE95: number; deltaEBefore: number }

/** Longer side at which colours are compared, in pixels. */
const SIDE_PX = 512
/** Only pixels that are wholly product count. */
const ALL_PRODUCT = 0.99
/** The spot that is read: in the middle of the card, this share of its shorter side. */
const SPOT = 0.3

interface LightScorecard extends Scorecard<LightMeasures> {
  /** The same after evening out each lighting, too. */
  readonly evened: LightMeasures
  /** Standard deviation of backdrop L* over the shots of a lighting that share a backdrop. */
  readonly backdropSpread: { readonly before: number; readonly after: number }
  readonly cards: { readonly found: number; readonly of: number; readonly falseAlarms: number }
}

interface Shot {
  readonly photo: Photo & { lighting: string }
  readonly picture: SrgbRgba8
  readonly bytes: Uint8Array
}

/**
 * The card of each lighting's reference shot is read and its gains used for every shot of the lighting;
 * colours of the product are compared with truth/neutral, where there is one. Beside grey world, photograph by photograph
 * (Buchsbaum 1980, A spatial processor model for object colour perception).
 */
export async function scoreLight(
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
): Promise<LightScorecard> {
  const shots: Shot[] = []
  for (const photo of folder.photos) {
    const bytes = await readFile(photoPath(folder, photo))
    const { lighting = '' } = photo
    shots.push({ photo: { ...photo, lighting }, picture: await nodeCodec.decode(bytes), bytes })
  }
  const gainsOf = new Map(
    shots.flatMap(({ photo, picture }) => {
      if (!photo.reference) return []
      const [x, y, w, h] = photo.reference.rect
      const spot = {
        x: (x + w / 2) / photo.width,
        y: (y + h / 2) / photo.height,
        radius: (SPOT * Math.min(w, h)) / Math.max(photo.width, photo.height),
      }
      return [[photo.lighting, readNeutral(photographSource(picture), spot).gains] as const]
    }),
  )
  const cards = { found: 0, of: gainsOf.size, falseAlarms: 0 }
  const measured = []
  for (const shot of shots) {
    const gains = gainsOf.get(shot.photo.lighting) ?? [1, 1, 1]
    const { card, measures } = await pool.run<'measure'>({ kind: 'measure', source: shot.bytes })
    const { reference, width, height } = shot.photo
    if (card && reference) {
      const [x, y, w, h] = reference.rect
      const inside =
        card.spot.x * width >= x &&
        card.spot.x * width <= x + w &&
        card.spot.y * height >= y &&
        card.spot.y * height <= y + h
      if (inside) cards.found++
    } else if (card) cards.falseAlarms++
    measured.push({ ...shot, gains, measures })
  }
  const evens = new Map<string, Even>()
  for (const lighting of gainsOf.keys()) {
    const plan = planEvenOut(
      measured
        .filter(({ photo }) => photo.lighting === lighting)
        .map(({ photo, gains, measures: { backdrop, product } }) => ({
          id: photo.file,
          backdropLight: backdrop.share01 > 0.8 ? lightAfter(backdrop.linear, gains) : null,
          productTone: product?.tone01 ?? null,
          product: photo.sku?.split('-', 2).join('-') ?? null,
          variant: photo.sku ?? null,
        })),
    )
    for (const [file, even] of plan.evens) evens.set(file, even)
  }
  const compared = []
  for (const { photo, picture, gains } of measured) {
    const size = fitInside(photo, SIDE_PX)
    const truthPath = join(folder.path, 'truth/neutral', photo.file.replace(/\.\w+$/, '.jpg'))
    if (!existsSync(truthPath)) {
      tell(`${photo.file}: no truth/neutral, its colours are not compared`)
      continue
    }
    const truth = labAt(await nodeCodec.decode(await readFile(truthPath)), size)
    const alpha = await readAlpha(alphaPath(folder, photo), size)
    const differenceOf = (gained: Rgb, even: Even | null) =>
      difference(lit(picture, size, gained, even), truth, alpha)
    const before = differenceOf([1, 1, 1], null)
    const own = { ...differenceOf(gains, null), deltaEBefore: before.deltaE }
    const evened = {
      ...differenceOf(gains, evens.get(photo.file) ?? null),
      deltaEBefore: before.deltaE,
    }
    const peer = { ...differenceOf(greyWorld(picture), null), deltaEBefore: before.deltaE }
    tell(
      `${photo.file}: ${before.deltaE.toFixed(2)} → ${own.deltaE.toFixed(2)}, evened ${evened.deltaE.toFixed(2)} (grey world ${peer.deltaE.toFixed(2)})`,
    )
    compared.push({ photo, own, peer, evened })
  }
  const group = groupMeans(compared)
  const rightlyExposed = compared.filter(({ photo }) => photo.faults?.exposureStops === 0)
  return {
    kind: 'light',
    set: folder.path,
    mean: group.mean,
    peer: { name: 'grey world', mean: group.peer },
    groups: {
      rightlyExposed: groupMeans(rightlyExposed),
      afterEvenOut: groupMeans(compared.map(({ evened, peer }) => ({ own: evened, peer }))),
    },
    evened: groupMeans(compared.map(({ evened, peer }) => ({ own: evened, peer }))).mean,
    backdropSpread: spreadOfBackdrops(measured, evens),
    cards,
    shots: compared.map(({ photo, own, peer }) => ({ file: photo.file, ...own, peer })),
  }
}

const lightAfter = (linear: Rgb, gains: Rgb): number =>
  luminance([linear[0] * gains[0], linear[1] * gains[1], linear[2] * gains[2]])

function labAt(picture: SrgbRgba8, size: Size): LabPicture {
  return labOfLinear(resampleSrgb(picture, wholeOf(picture), linearRaster(size), LINEAR))
}

function lit(picture: SrgbRgba8, size: Size, gains: Rgb, even: Even | null): LabPicture {
  const grade = planGrade({ ...LightSettings.parse({}), even }, gains)
  const made = resampleSrgb(picture, wholeOf(picture), linearRaster(size))
  applyGrade(made.data, grade)
  return labOfLinear(made)
}

async function readAlpha(path: string, size: Size): Promise<PlaneF32> {
  const picture = await nodeCodec.decode(await readFile(path))
  const linear = resampleSrgb(picture, wholeOf(picture), linearRaster(size), LINEAR)
  const alpha = planeF32(size)
  for (let i = 0; i < alpha.data.length; i++) alpha.data[i] = linear.data[i * 4]!
  return alpha
}

function difference(
  made: LabPicture,
  truth: LabPicture,
  alpha: PlaneF32,
): { deltaE: number; deltaE95: number } {
  const at = ({ data }: LabPicture, i: number): Rgb => [data[i]!, data[i + 1]!, data[i + 2]!]
  const values: number[] = []
  for (let i = 0; i < alpha.data.length; i++)
    if (alpha.data[i]! > ALL_PRODUCT) values.push(deltaE2000(at(made, i * 3), at(truth, i * 3)))
  const sorted = Float32Array.from(values).sort()
  return {
    deltaE: sorted.reduce((sum, value) => sum + value, 0) / sorted.length,
    deltaE95: sorted[Math.floor(sorted.length * 0.95)] ?? 0,
  }
}

function greyWorld({ data }: SrgbRgba8): Rgb {
  const sum: [number, number, number] = [0, 0, 0]
  for (let p = 0; p < data.length; p += 28)
    for (let c = 0; c < 3; c++) sum[c]! += LINEAR_OF_BYTE[data[p + c]!]!
  const y = luminance(sum)
  return [y / sum[0], y / sum[1], y / sum[2]]
}

function spreadOfBackdrops(
  shots: readonly {
    photo: Photo & { lighting: string }
    gains: Rgb
    measures: { backdrop: { linear: Rgb; share01: number } }
  }[],
  evens: ReadonlyMap<string, Even>,
): { before: number; after: number } {
  const groups = new Map<string, { before: number; after: number }[]>()
  for (const { photo, gains, measures } of shots) {
    if (!photo.backdrop || measures.backdrop.share01 < 0.8) continue
    const light = lightAfter(measures.backdrop.linear, gains)
    const key = `${photo.lighting}/${photo.backdrop}`
    const after = light * 2 ** (evens.get(photo.file)?.ev ?? 0)
    groups.set(key, [
      ...(groups.get(key) ?? []),
      { before: lightness(light), after: lightness(after) },
    ])
  }
  const several = [...groups.values()].filter(({ length }) => length > 1)
  const spread = (key: 'before' | 'after'): number =>
    several.reduce((sum, group) => sum + deviation(group.map((g) => g[key])), 0) / several.length
  return { before: spread('before'), after: spread('after') }
}

const lightness = (y: number): number => 116 * Math.cbrt(y) - 16
