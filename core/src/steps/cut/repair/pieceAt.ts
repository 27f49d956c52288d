import { components, planeU8, type PlaneU8, type PxBox } from '../../../raster'
import type { Looks } from './looks'

/** Lab distance from the clicked colour within which a closed gap, or a lost piece, goes on. */
const ALIKE = 9
/** Sharpness, in units of the backdrop's own, at which it ends. */
const ENDS_AT = 1.3
/** A piece that goes on over more than this share of the picture is not what was meant. */
const LARGEST = 0.25

/**
 * The piece or the gap at a place, turned the other way round: a loose piece of product goes, a gap in the
 * product is closed. Where there is neither, it is what has the colour of the place and is bounded by sharp
 * edges. Null where nothing of the kind is found.
 *
 * @param labels the cut of the whole picture, 1 for product.
 */
export function pieceAt(
  labels: PlaneU8,
  { lab, contrast }: Looks,
  at: { readonly x: number; readonly y: number },
): { readonly window: PxBox; readonly labels: PlaneU8 } | null {
  const { width, height } = labels
  const x = Math.floor(at.x)
  const y = Math.floor(at.y)
  if (x < 0 || y < 0 || x >= width || y >= height) return null
  const seed = y * width + x
  const own = labels.data[seed]!
  const same = planeU8(
    labels,
    labels.data.map((label) => (label === own ? 1 : 0)),
  )
  const whole = components(same, own === 1)
  const piece = whole.list[whole.labels[seed]! - 1]!
  const largest = whole.list.reduce((most, { area }) => Math.max(most, area), 0)
  const loose = own === 1 ? piece.area < largest : !piece.touchesBorder
  if (loose) return turned(labels, (i) => whole.labels[i] === piece.label)
  const colour = [lab.data[seed * 3]!, lab.data[seed * 3 + 1]!, lab.data[seed * 3 + 2]!] as const
  for (let i = 0; i < same.data.length; i++) {
    const p = i * 3
    const distance = Math.hypot(
      lab.data[p]! - colour[0],
      lab.data[p + 1]! - colour[1],
      lab.data[p + 2]! - colour[2],
    )
    if (distance > ALIKE || contrast.sharp.data[i]! > ENDS_AT) same.data[i] = 0
  }
  same.data[seed] = 1
  const alike = components(same)
  const found = alike.list[alike.labels[seed]! - 1]!
  if (found.area > LARGEST * width * height) return null
  // The edge itself belongs to it: the flood ended one pixel short of it.
  const grown = (i: number): boolean =>
    labels.data[i] === own &&
    [i, i - 1, i + 1, i - width, i + width].some((j) => alike.labels[j] === found.label)
  return turned(labels, grown)
}

function turned(
  labels: PlaneU8,
  isPiece: (i: number) => boolean,
): { window: PxBox; labels: PlaneU8 } {
  const { width, height } = labels
  const result = planeU8(
    labels,
    labels.data.map((label, i) => (isPiece(i) ? 1 - label : label)),
  )
  return { window: { x: 0, y: 0, width, height }, labels: result }
}
