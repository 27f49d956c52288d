import {
  components,
  planeU8,
  squaredDistance,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
} from '../../raster'
import { barriers, type Contrast } from '../../edges'
import { distanceFromPlate, type Backdrop } from './backdrop'
import { findPatches, type Patch } from './islands'

/** Squared Mahalanobis distance below which a colour is the backdrop's. */
const TIGHT = 11
/** Passages narrower than this share of the longer side do not let the backdrop flood through. */
const PASSAGE = 0.016

/** What each pixel is by its colour and place. */
export const CLASS = { open: 0, plain: 1, island: 2, plainIsland: 3 } as const

export interface Evidence {
  /** Of `CLASS`. */
  readonly classes: PlaneU8
  /** What may be gaps in the product. */
  readonly patches: readonly Patch[]
}

/**
 * Sorts pixels: `plain` have the bare backdrop's colour. An `island` is a gap inside the product, a `plainIsland` one of
 * several that show the backdrop bare, hardly shaded. All others are `open`.
 *
 * @param smooth the picture, blurred a little, so that noise does not perforate the backdrop.
 */
export function classify(
  smooth: LabPicture,
  backdrop: Backdrop,
  contrast: Contrast,
  probability: PlaneF32,
): Evidence {
  const { width, height } = smooth
  const side = Math.max(width, height)
  const count = width * height
  const tight = planeU8(smooth)
  for (let i = 0; i < count; i++)
    tight.data[i] = distanceFromPlate(backdrop, smooth.data, i) < TIGHT ? 1 : 0
  const barrier = barriers(contrast.sharp, side)
  const blocked = planeU8(smooth)
  for (let i = 0; i < count; i++) blocked.data[i] = tight.data[i] && !barrier.data[i] ? 0 : 1
  const reached = floodFromFrame(blocked, (PASSAGE / 2) * side)
  const classes = planeU8(smooth)
  for (let i = 0; i < count; i++) classes.data[i] = tight.data[i] ? CLASS.plain : CLASS.open
  const patches = findPatches({ smooth, backdrop, tight, barrier, reached, probability })
  for (const { pixels, shows } of patches) {
    if (shows === 'product') continue
    const kind = shows === 'backdrop' ? CLASS.plainIsland : CLASS.island
    for (const i of pixels) classes.data[i] = kind
  }
  return { classes, patches }
}

function floodFromFrame(blocked: PlaneU8, halfPassagePx: number): PlaneU8 {
  const away = squaredDistance(blocked)
  const wide = planeU8(blocked)
  const reach = halfPassagePx * halfPassagePx
  for (let i = 0; i < wide.data.length; i++) wide.data[i] = away.data[i]! > reach ? 1 : 0
  const { labels, list } = components(wide)
  const reached = planeU8(blocked)
  for (let i = 0; i < labels.length; i++)
    reached.data[i] = labels[i] && list[labels[i]! - 1]!.touchesBorder ? 1 : 0
  // Give back what the passage test took from the edges of the flood.
  const back = squaredDistance(reached)
  const limit = (halfPassagePx + 1.5) ** 2
  for (let i = 0; i < reached.data.length; i++)
    reached.data[i] = !blocked.data[i] && back.data[i]! <= limit ? 1 : 0
  return reached
}
