import { components, planeU8, type LabPicture, type PlaneF32, type PlaneU8 } from '../../raster'
import type { Backdrop } from './backdrop'
import { lightOf, shadeOf } from './shade'

/** Share of a gap's rim that must lie at a sharp edge. */
const RIM_SHARP = 0.7
/** Share of a gap's pixels that must have the bare backdrop's colour; the rest may be in shade. */
const TIGHT_SHARE = 0.45
/** … when the product has many gaps already, as a rack has, for then shaded ones are gaps too. */
const TIGHT_SHARE_AMONG_MANY = 0
/** What the finder takes for product with more than this probability, in the mean, is no shaded gap. */
const SURE_PRODUCT = 0.9
/** From this share on a gap shows the backdrop bare … */
const BARE_SHARE = 0.8
/** … if it is no smaller than this, as a share of what the finder takes for product: it may as well be a glint. */
const SMALLEST_BARE = 0.0015
/**
 * So many bare gaps overrule a finder that is sure of none, as in a rack; a single one may be paint of the backdrop's
 * colour within print. Chosen on real photographs, scenes, composites and the demo shoot.
 */
const SEVERAL = 3
const MANY = 6
/** Largest gap, as a share of what the finder takes for product. */
const LARGEST = 0.5
/** Mean light in a gap, relative to the bare backdrop, at least. */
const LIGHT = 0.72
const LIGHT_AMONG_MANY = 0.3
/** A shaded gap among many is about as thick as the others; a bar between them is thinner. */
const THICKNESS_AMONG_MANY = 0.6
/** Smallest gap, as a share of the frame: below it noise and glints decide. */
const SMALLEST = 4e-5

interface PatchInput {
  readonly smooth: LabPicture
  readonly backdrop: Backdrop
  readonly tight: PlaneU8
  readonly barrier: PlaneU8
  /** 1 where bare backdrop is reached from the frame. */
  readonly reached: PlaneU8
  readonly probability: PlaneF32
}

interface Region {
  readonly pixels: number[]
  rim: number
  sharpRim: number
  tight: number
  light: number
  probability: number
  touchesBorder: boolean
}

/** A patch that is not reached from the frame, of a colour that bare or shaded backdrop would explain. */
export interface Patch {
  readonly pixels: readonly number[]
  readonly shows: 'product' | 'perhaps backdrop' | 'backdrop'
}

/** Patches of the picture that may be gaps in the product; those that sharp edges enclose are. */
export function findPatches(input: PatchInput): Patch[] {
  const { smooth, probability } = input
  const frame = smooth.width * smooth.height
  let product = 0
  for (let i = 0; i < frame; i++) if (probability.data[i]! > 0.5) product++
  const regions = enclosedRegions(input).filter(
    (r) =>
      !r.touchesBorder &&
      r.pixels.length >= SMALLEST * frame &&
      r.pixels.length <= LARGEST * product,
  )
  const enclosed = regions.filter((r) => r.sharpRim > RIM_SHARP * r.rim)
  const isGap = (r: Region, tightShare: number, light: number): boolean =>
    r.tight >= tightShare * r.pixels.length && r.light > light * r.pixels.length
  let gaps = enclosed.filter((r) => isGap(r, TIGHT_SHARE, LIGHT))
  if (gaps.length >= MANY) {
    const typical = gaps.map(thickness).sort((a, b) => a - b)[gaps.length >> 1]!
    gaps = enclosed.filter(
      (r) =>
        isGap(r, TIGHT_SHARE_AMONG_MANY, LIGHT_AMONG_MANY) &&
        thickness(r) > THICKNESS_AMONG_MANY * typical,
    )
  }
  const isBare = ({ pixels, tight }: Region): boolean =>
    tight >= BARE_SHARE * pixels.length && pixels.length >= SMALLEST_BARE * product
  const bare = gaps.filter(isBare)
  const bareShow = bare.length >= SEVERAL ? 'backdrop' : 'perhaps backdrop'
  const shows = new Map<Region, Patch['shows']>(bare.map((r) => [r, bareShow]))
  for (const r of gaps)
    if (!shows.has(r) && r.probability < SURE_PRODUCT * r.pixels.length)
      shows.set(r, 'perhaps backdrop')
  return regions.map((r) => ({ pixels: r.pixels, shows: shows.get(r) ?? 'product' }))
}

/** Area over rim, in pixels: half the width of a long strip. */
const thickness = (r: Region): number => r.pixels.length / r.rim

function enclosedRegions({
  smooth,
  backdrop,
  tight,
  barrier,
  reached,
  probability,
}: PatchInput): Region[] {
  const { width, height } = smooth
  const candidate = planeU8(smooth)
  for (let i = 0; i < candidate.data.length; i++)
    candidate.data[i] =
      !reached.data[i] &&
      !barrier.data[i] &&
      (tight.data[i] || shadeOf(smooth.data, backdrop.plate, i) > 0.4)
        ? 1
        : 0
  const { labels, list } = components(candidate)
  const regions: Region[] = list.map(({ touchesBorder }) => ({
    pixels: [],
    rim: 0,
    sharpRim: 0,
    tight: 0,
    light: 0,
    probability: 0,
    touchesBorder,
  }))
  const nearBarrier = (i: number, step: number): boolean =>
    barrier.data[i + step] === 1 || barrier.data[i + 2 * step] === 1
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const i = y * width + x
      const label = labels[i]!
      if (!label) continue
      const region = regions[label - 1]!
      region.pixels.push(i)
      region.tight += tight.data[i]!
      region.light += lightOf(smooth.data, backdrop.plate, i)
      region.probability += probability.data[i]!
      for (const step of [1, -1, width, -width]) {
        if (labels[i + step] === label) continue
        region.rim++
        if (nearBarrier(i, step)) region.sharpRim++
      }
    }
  return regions
}
