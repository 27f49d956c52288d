import { access, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import {
  components,
  linearToSrgb,
  planeU8,
  srgbOfLinear,
  srgbRaster,
  wholeOf,
  type PlaneU8,
  type Size,
  type SrgbRgba8,
} from '@cloudbank/core/raster'
import { photographSource, withPatches, type Source } from '@cloudbank/core/source'
import { bandingOf, sweepPass, TidySettings, Retouch } from '@cloudbank/core/steps'
import { BRUSH_RADIUS } from '@cloudbank/core/strokes'
import { findSpecks, mendSpecks, type Speck } from '@cloudbank/core/specks'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { alphaPath, photoPath, type Photo, type ShootFolder } from '../shootFolder'
import { medianMended } from './medianMended'
import { findOpenCv, openCvMended, type OpenCvMethod } from './openCvMended'
import { mean as averageOf, meanOf } from '../table'
import { groupMeans, type Compared, type Scorecard } from './scorecard'

export type TidyMeasures = {
  /** Of what was found, the share that is dirt; of the dirt, the share that was found: specks counted. */
  precision: number
  recall: number
  /** dB inside the dirt, against the untouched photograph. */
  psnrGain: number
  /** Structural similarity to the clean surface where dirt lay, 0…1. */
  ssim: number
  /** Mean change outside of the dirt, in code values. */
  changeOutside: number
  /** Share of the marks that belong to the surface which are as they were. */
  specklesKept: number
  /** Share of the backdrop that lies in bands once it is swept, and as it was photographed. */
  banding: number
  bandingBefore: number
}

type TidyCard = Scorecard<TidyMeasures> & {
  /** Seconds a photograph of four megapixels, on one core. */
  readonly secondsAtFourMegapixels: number
  /** The same masks inpainted by OpenCV. */
  readonly openCv: Readonly<Record<OpenCvMethod, Mended>> | string
}

/** What depends on how a mask was mended. */
type Mended = Omit<TidyMeasures, 'banding' | 'bandingBefore'>

const OPEN_CV_METHODS = ['telea', 'ns'] as const

/** Truth from here on is dirt. */
const DIRT = 96
/** Truth of fewer pixels cannot be seen. */
const SEEN_PX = 2
/** Share of a speck that must be met, within `NEAR_PX`. */
const MET = 0.3
const NEAR_PX = 2

/** Dirt found and mended firmly, against the truth; beside a median filter and OpenCV's inpainting of the same mask. */
export async function scoreTidy(
  folder: ShootFolder,
  _pool: WorkerPool,
  tell: (line: string) => void,
): Promise<TidyCard> {
  const shots: (Compared<TidyMeasures> & { file: string })[] = []
  const seconds: number[] = []
  const python = await findOpenCv()
  const inpainted: Record<OpenCvMethod, Mended[]> = { telea: [], ns: [] }
  for (const photo of await dusty(folder)) {
    const picture = await decoded(await readFile(photoPath(folder, photo)))
    const clean = await decoded(await readFile(truthPath(folder, 'clean', photo, 'jpg')))
    const dirt = await dirtOf(truthPath(folder, 'dust', photo, 'png'))
    const began = performance.now()
    const source = photographSource(picture)
    const specks = findSpecks(source, 'firm')
    const patches = mendSpecks(source, specks)
    seconds.push(((performance.now() - began) / 1000) * (4e6 / (picture.width * picture.height)))
    const mended = pixelsOf(withPatches(source, patches), picture)
    const mask = maskOf(specks, picture)
    const found = matched(specks, dirt)
    const before = psnrIn(picture, clean, dirt)
    const isBackdrop = await backdropOf(folder, photo)
    const bandingBefore = bandingOf(picture, isBackdrop)
    const measure = (made: SrgbRgba8): Mended => ({
      ...found,
      psnrGain: psnrIn(made, clean, dirt) - before,
      ssim: ssimIn(made, clean, dirt),
      changeOutside: changeOutside(made, picture, dirt),
      specklesKept: specklesKept(made, picture, clean, dirt),
    })
    const own: TidyMeasures = {
      ...measure(mended),
      banding: bandingOf(swept(source, picture), isBackdrop),
      bandingBefore,
    }
    // The peer sweeps nothing.
    const peer = {
      ...measure(medianMended(picture, mask)),
      banding: bandingBefore,
      bandingBefore,
    }
    if (python)
      for (const method of OPEN_CV_METHODS)
        inpainted[method].push(measure(await openCvMended(python, method, picture, mask)))
    tell(
      `${photo.file}: ${specks.length} specks, precision ${own.precision.toFixed(2)}, recall ${own.recall.toFixed(2)}, ${own.psnrGain.toFixed(1)} dB (median ${peer.psnrGain.toFixed(1)}), ${own.changeOutside.toFixed(2)} outside`,
    )
    shots.push({ file: photo.file, own, peer })
  }
  const { mean, peer } = groupMeans(shots)
  return {
    kind: 'tidy',
    set: folder.path,
    mean,
    peer: { name: 'median of the surroundings in the same mask', mean: peer },
    groups: {},
    shots: shots.map(({ file, own, peer: plain }) => ({ file, ...own, peer: plain })),
    secondsAtFourMegapixels: averageOf(seconds),
    openCv: python
      ? { telea: meanOf(inpainted.telea), ns: meanOf(inpainted.ns) }
      : 'not to hand: apt-get install python3-opencv',
  }
}

/** A photograph swept from side to side, at its own size. */
function swept(source: Source, size: SrgbRgba8): SrgbRgba8 {
  const rows = [0.25, 0.75].map((y, turn) =>
    Retouch.parse({
      kind: 'sweep',
      turn,
      points: [
        [0, y],
        [1, y],
      ],
      radius: BRUSH_RADIUS.most,
      hardness: 1,
      strength: 1,
    }),
  )
  const works = rows.filter((work) => work.kind === 'sweep')
  const pass = sweepPass(source, null, TidySettings.parse({}), works)
  const made = source.sample(wholeOf(size), size)
  pass?.paint(made, {
    window: wholeOf(size),
    photograph: size,
    alpha: () => null,
    report: () => undefined,
  })
  return srgbOfLinear(made)
}

/** Which pixels are backdrop for certain; all where the folder does not say. */
async function backdropOf(folder: ShootFolder, photo: Photo): Promise<(i: number) => boolean> {
  const path = alphaPath(folder, photo)
  const known = await access(path).then(
    () => true,
    () => false,
  )
  if (!known) return () => true
  const alpha = await sharp(path).greyscale().raw().toBuffer()
  return (i) => alpha[i]! < 4
}

const truthPath = (folder: ShootFolder, kind: string, { file }: Photo, ending: string): string =>
  join(folder.path, 'truth', kind, file.replace(/\.\w+$/, `.${ending}`))

/** The photographs whose dirt is known. */
async function dusty(folder: ShootFolder): Promise<Photo[]> {
  const known = await Promise.all(
    folder.photos.map((photo) =>
      access(truthPath(folder, 'dust', photo, 'png')).then(
        () => true,
        () => false,
      ),
    ),
  )
  return folder.photos.filter((_, i) => known[i])
}

async function decoded(file: Uint8Array): Promise<SrgbRgba8> {
  const { data, info } = await sharp(file)
    .autoOrient()
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return srgbRaster(info, new Uint8ClampedArray(data))
}

async function dirtOf(path: string): Promise<PlaneU8> {
  const { data, info } = await sharp(path).greyscale().raw().toBuffer({ resolveWithObject: true })
  const dirt = planeU8(info)
  for (let i = 0; i < dirt.data.length; i++) dirt.data[i] = data[i]! >= DIRT ? 1 : 0
  return dirt
}

function pixelsOf(source: ReturnType<typeof photographSource>, size: SrgbRgba8): SrgbRgba8 {
  const { data } = source.sample(wholeOf(size), size)
  return srgbRaster(
    size,
    Uint8ClampedArray.from(data, (value, i) =>
      i % 4 === 3 ? 255 : Math.round(255 * linearToSrgb(value)),
    ),
  )
}

/** The pixels of a photograph under specks, widened by `NEAR_PX`. */
function maskOf(specks: readonly Speck[], { width, height }: Size): Uint8Array {
  const mask = new Uint8Array(width * height)
  for (const speck of specks)
    for (const { x, y } of pixelsUnder(speck, { width, height }))
      for (let row = Math.max(0, y - NEAR_PX); row <= Math.min(height - 1, y + NEAR_PX); row++)
        mask.fill(
          1,
          row * width + Math.max(0, x - NEAR_PX),
          row * width + Math.min(width, x + NEAR_PX + 1),
        )
  return mask
}

function* pixelsUnder(
  { window, width, mask }: Speck,
  inside: Size,
): Generator<{ x: number; y: number }> {
  const scale = window.width / width
  for (let i = 0; i < mask.length; i++) {
    if (!mask[i]) continue
    const x = Math.floor(window.x + ((i % width) + 0.5) * scale)
    const y = Math.floor(window.y + (Math.floor(i / width) + 0.5) * scale)
    if (x < inside.width && y < inside.height) yield { x, y }
  }
}

/** Specks found against specks that are there: each counts once, however large. */
function matched(
  specks: readonly Speck[],
  dirt: PlaneU8,
): Pick<TidyMeasures, 'precision' | 'recall'> {
  const near = widened(dirt)
  const right = specks.filter((speck) => {
    const pixels = [...pixelsUnder(speck, dirt)]
    return pixels.filter(({ x, y }) => near[y * dirt.width + x]).length >= MET * pixels.length
  }).length
  const { labels, list } = components(dirt, true)
  const counts = new Uint32Array(list.length + 1)
  const mask = maskOf(specks, dirt)
  for (let i = 0; i < labels.length; i++) if (labels[i]! > 0 && mask[i]) counts[labels[i]!]!++
  const seen = list.filter(({ area }) => area >= SEEN_PX)
  const met = seen.filter(({ label, area }) => counts[label]! >= MET * area).length
  return { precision: right / Math.max(1, specks.length), recall: met / Math.max(1, seen.length) }
}

/** Dirt and what lies within `NEAR_PX` of it. */
function widened({ width, height, data }: PlaneU8): Uint8Array {
  const wide = new Uint8Array(data.length)
  for (let i = 0; i < data.length; i++) {
    if (!data[i]) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    for (let row = Math.max(0, y - NEAR_PX); row <= Math.min(height - 1, y + NEAR_PX); row++)
      wide.fill(
        1,
        row * width + Math.max(0, x - NEAR_PX),
        row * width + Math.min(width, x + NEAR_PX + 1),
      )
  }
  return wide
}

/** PSNR over the dirt, in dB. */
function psnrIn(made: SrgbRgba8, clean: SrgbRgba8, dirt: PlaneU8): number {
  let [square, count] = [0, 0]
  for (let i = 0; i < dirt.data.length; i++) {
    if (!dirt.data[i]) continue
    for (let c = 0; c < 3; c++) square += (made.data[i * 4 + c]! - clean.data[i * 4 + c]!) ** 2
    count += 3
  }
  return 10 * Math.log10(255 ** 2 / (square / Math.max(1, count)))
}

/** Side of the windows in which structure is compared, in pixels; what keeps flat ones from dividing by nothing. */
const WINDOW_PX = 8
const [C1, C2] = [(0.01 * 255) ** 2, (0.03 * 255) ** 2]

/** Structural similarity of green in the windows that hold dirt (Wang, Bovik, Sheikh & Simoncelli 2004). */
function ssimIn(made: SrgbRgba8, clean: SrgbRgba8, dirt: PlaneU8): number {
  const { width, height } = dirt
  const found: number[] = []
  for (let top = 0; top + WINDOW_PX <= height; top += WINDOW_PX)
    for (let left = 0; left + WINDOW_PX <= width; left += WINDOW_PX) {
      let isDirty = false
      let [a, b, aa, bb, ab] = [0, 0, 0, 0, 0]
      for (let y = top; y < top + WINDOW_PX; y++)
        for (let x = left; x < left + WINDOW_PX; x++) {
          const i = y * width + x
          isDirty ||= dirt.data[i] === 1
          const [p, q] = [made.data[i * 4 + 1]!, clean.data[i * 4 + 1]!]
          a += p
          b += q
          aa += p * p
          bb += q * q
          ab += p * q
        }
      if (!isDirty) continue
      const n = WINDOW_PX ** 2
      const [ma, mb] = [a / n, b / n]
      const [va, vb, cov] = [aa / n - ma * ma, bb / n - mb * mb, ab / n - ma * mb]
      const likeness =
        ((2 * ma * mb + C1) * (2 * cov + C2)) / ((ma * ma + mb * mb + C1) * (va + vb + C2))
      found.push(likeness)
    }
  return found.reduce((sum, value) => sum + value, 0) / Math.max(1, found.length)
}

/** How much was changed where nothing lay, on average. */
function changeOutside(made: SrgbRgba8, before: SrgbRgba8, dirt: PlaneU8): number {
  const near = widened(dirt)
  let [sum, count] = [0, 0]
  for (let i = 0; i < near.length; i++) {
    if (near[i]) continue
    for (let c = 0; c < 3; c++) sum += Math.abs(made.data[i * 4 + c]! - before.data[i * 4 + c]!)
    count += 3
  }
  return sum / Math.max(1, count)
}

/** A mark of the surface is this much darker than the median of its surroundings, in code values of green. */
const MARK = 24
/** And is as it was while it changes by less. */
const KEPT = 6
/** Surroundings reach this far, looked at every so many pixels. */
const SURROUNDINGS_PX = 16
const EVERY_PX = 4

/** Of the dark marks of a clean surface, the share whose middle is as it was; 1 where there are none. */
function specklesKept(made: SrgbRgba8, before: SrgbRgba8, clean: SrgbRgba8, dirt: PlaneU8): number {
  const { width, height } = clean
  const near = widened(dirt)
  const marks = planeU8(clean)
  const around: number[] = []
  for (let y = SURROUNDINGS_PX; y < height - SURROUNDINGS_PX; y++)
    for (let x = SURROUNDINGS_PX; x < width - SURROUNDINGS_PX; x++) {
      const i = y * width + x
      // Most pixels are no darker than those beside them.
      const green = clean.data[i * 4 + 1]!
      if (near[i] || clean.data[(i - SURROUNDINGS_PX) * 4 + 1]! - green < MARK) continue
      around.length = 0
      for (let dy = -SURROUNDINGS_PX; dy <= SURROUNDINGS_PX; dy += EVERY_PX)
        for (let dx = -SURROUNDINGS_PX; dx <= SURROUNDINGS_PX; dx += EVERY_PX)
          around.push(clean.data[(i + dy * width + dx) * 4 + 1]!)
      around.sort((a, b) => a - b)
      if (around[around.length >> 1]! - green >= MARK) marks.data[i] = 1
    }
  const { labels, list } = components(marks, true)
  const changed = new Set<number>()
  for (let i = 0; i < labels.length; i++)
    if (labels[i] && Math.abs(made.data[i * 4 + 1]! - before.data[i * 4 + 1]!) >= KEPT)
      changed.add(labels[i]!)
  const small = list.filter(({ area }) => area >= 4 && area <= 400)
  return small.length === 0
    ? 1
    : small.filter(({ label }) => !changed.has(label)).length / small.length
}
