import { planeU8, type PlaneF32, type PlaneU8 } from '../../raster'

/** A share of product between these is neither all nor nothing. */
const SOFT_FROM = 0.04
const SOFT_TO = 0.96

/** 1 within a square of this reach, in pixels, about each pixel that is neither all product nor none; else 0. */
export function nearSoft({ width, height, data }: PlaneF32, reachPx: number): PlaneU8 {
  const rows = planeU8({ width, height })
  for (let y = 0; y < height; y++)
    spread(
      (x) => data[y * width + x]! > SOFT_FROM && data[y * width + x]! < SOFT_TO,
      (x) => (rows.data[y * width + x] = 1),
      width,
      reachPx,
    )
  const near = planeU8({ width, height })
  for (let x = 0; x < width; x++)
    spread(
      (y) => rows.data[y * width + x] === 1,
      (y) => (near.data[y * width + x] = 1),
      height,
      reachPx,
    )
  return near
}

/** Marks each place of a line that has one like it within reach. */
function spread(
  isOne: (at: number) => boolean,
  mark: (at: number) => void,
  length: number,
  reach: number,
): void {
  let marked = 0
  for (let at = 0; at < length; at++) {
    if (!isOne(at)) continue
    const end = Math.min(length, at + reach + 1)
    for (let k = Math.max(marked, at - reach); k < end; k++) mark(k)
    marked = end
  }
}
