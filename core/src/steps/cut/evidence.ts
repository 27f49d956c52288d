import {
  components,
  planeF32,
  planeU8,
  squaredDistance,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
} from '../../raster'
import { distanceFromPlate, type Backdrop } from './backdrop'
import { findIslands } from './islands'
import { CARD, markCards } from './referenceCard'
import type { Edges } from './sharpEdges'

/** Squared Mahalanobis distance below which a colour is the backdrop's. */
const TIGHT = 11
/** A barrier starts at this sharpness, in units of the backdrop's own … */
const BARRIER = 1.15
/** … and counts if it somewhere reaches this, or is long. */
const BARRIER_PEAK = 2.2
/** Passages narrower than this share of the longer side do not let the backdrop flood through … */
const PASSAGE = 0.016
/** … nor, in a second flood that counts for less, narrower than this. */
const NARROW_PASSAGE = 0.006

export interface Contrast {
  /** Sharpness of the edge at each pixel in units of what the backdrop itself shows. */
  readonly strength: PlaneF32
  /** The sharp part alone, same unit. */
  readonly sharp: PlaneF32
}

/** What each pixel is by its colour and by how it can be reached from the frame. */
export const CLASS = { open: 0, strong: 1, weak: 2, island: 3, likely: 4, beside: 5 } as const

/** Edges in units of the backdrop's own texture, so that grain and weave count for nothing. */
export function edgeContrast(edges: Edges, probability: PlaneF32): Contrast {
  const sharpRef = Math.max(0.3, percentileOn(edges.sharp, probability, 0.97))
  const gradientRef = Math.max(0.5, percentileOn(edges.gradient, probability, 0.93))
  const strength = planeF32(edges.sharp)
  const sharp = planeF32(edges.sharp)
  for (let i = 0; i < strength.data.length; i++) {
    sharp.data[i] = edges.sharp.data[i]! / sharpRef
    strength.data[i] = Math.max(sharp.data[i]!, (0.3 * edges.gradient.data[i]!) / gradientRef)
  }
  return { strength, sharp }
}

function percentileOn(plane: PlaneF32, probability: PlaneF32, share: number): number {
  const values: number[] = []
  for (let i = 0; i < plane.data.length; i += 3)
    if (probability.data[i]! < 0.02) values.push(plane.data[i]!)
  if (values.length === 0) return 0
  return Float32Array.from(values).sort()[Math.floor((values.length - 1) * share)]!
}

/**
 * Sorts pixels that look like bare backdrop: `strong` are reached from the frame through wide
 * passages without crossing an edge, `likely` through narrow ones; `island` are gaps inside the
 * product, and grey cards beside it, `beside` the
 * room about a card; `weak` merely have the colour. All others are `open`.
 *
 * @param smooth the picture, blurred a little, so that noise does not perforate the backdrop.
 */
export function classify(
  smooth: LabPicture,
  backdrop: Backdrop,
  contrast: Contrast,
  probability: PlaneF32,
): PlaneU8 {
  const { width, height } = smooth
  const side = Math.max(width, height)
  const pixels = width * height
  const tight = planeU8(smooth)
  for (let i = 0; i < pixels; i++)
    tight.data[i] = distanceFromPlate(backdrop, smooth.data, i) < TIGHT ? 1 : 0
  const barrier = barriers(contrast.sharp, side)
  const blocked = planeU8(smooth)
  for (let i = 0; i < pixels; i++) blocked.data[i] = tight.data[i] && !barrier.data[i] ? 0 : 1
  const away = squaredDistance(blocked)
  const strong = floodFromFrame(blocked, away, (PASSAGE / 2) * side)
  const likely = floodFromFrame(blocked, away, (NARROW_PASSAGE / 2) * side)
  const classes = planeU8(smooth)
  for (let i = 0; i < pixels; i++)
    classes.data[i] = strong.data[i]
      ? CLASS.strong
      : likely.data[i]
        ? CLASS.likely
        : tight.data[i]
          ? CLASS.weak
          : CLASS.open
  const cards = markCards(smooth, barrier, probability)
  for (const island of findIslands({ smooth, backdrop, tight, barrier, strong, probability }))
    for (const i of island) classes.data[i] = CLASS.island
  for (let i = 0; i < pixels; i++)
    if (cards.data[i]) classes.data[i] = cards.data[i] === CARD.holder ? CLASS.beside : CLASS.island
  return classes
}

/** Connected runs of sharp edge that have a clear peak or are long (hysteresis). */
export function barriers(sharp: PlaneF32, side: number): PlaneU8 {
  const candidate = planeU8(sharp)
  for (let i = 0; i < candidate.data.length; i++)
    candidate.data[i] = sharp.data[i]! > BARRIER ? 1 : 0
  const { labels, list } = components(candidate, true)
  const peaks = new Int32Array(list.length + 1)
  for (let i = 0; i < labels.length; i++)
    if (labels[i] && sharp.data[i]! > BARRIER_PEAK) peaks[labels[i]!]!++
  const long = side * 0.0625
  const kept = list.map((c) => peaks[c.label]! >= 4 || Math.max(c.x1 - c.x0, c.y1 - c.y0) > long)
  for (let i = 0; i < labels.length; i++)
    candidate.data[i] = labels[i] && kept[labels[i]! - 1] ? 1 : 0
  return candidate
}

function floodFromFrame(blocked: PlaneU8, away: PlaneF32, halfPassagePx: number): PlaneU8 {
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
