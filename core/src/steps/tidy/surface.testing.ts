import { linearRaster, srgbOfLinear, wholeOf, type LinearRgba, type SrgbRgba8 } from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { withPatches, type Source } from '../../source'
import { patchesOf } from './tools'
import { Retouch } from './retouches'

export const SIZE = { width: 300, height: 200 }

/** A photograph in linear light of what a function says of each pixel. */
export function made(lightAt: (x: number, y: number) => number, size = SIZE): SrgbRgba8 {
  const picture = linearRaster(size)
  for (let y = 0, p = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, p += 4) {
      const v = lightAt(x, y)
      picture.data.set([v, v * 0.9, v * 0.8, 1], p)
    }
  return srgbOfLinear(picture)
}

/** A surface that grows lighter to the right, with grain. */
export function surface(grain: number, seed = 3): (x: number, y: number) => number {
  const random = seededRandom(seed)
  const noise = Float32Array.from({ length: SIZE.width * SIZE.height }, () => random() - 0.5)
  return (x, y) => 0.2 + x / 1500 + grain * noise[y * SIZE.width + x]!
}
export const inDisc = (x: number, y: number, cx: number, cy: number, r: number): boolean =>
  Math.hypot(x + 0.5 - cx, y + 0.5 - cy) <= r

export const all = (source: Source): LinearRgba => source.sample(wholeOf(source.size), source.size)

/** Mean and spread of the red of a disc, the slope of the surface taken off. */
export function statistics(
  { data }: LinearRgba,
  cx: number,
  cy: number,
  r: number,
): [number, number] {
  const values: number[] = []
  for (let y = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++)
      if (inDisc(x, y, cx, cy, r)) values.push(data[(y * SIZE.width + x) * 4]! - x / 1500)
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length
  return [mean, Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length)]
}

export const stroke = (points: readonly [number, number][], radiusPx: number) => ({
  turn: 0,
  points: points.map(([x, y]) => [x / SIZE.width, y / SIZE.height]),
  radius: radiusPx / SIZE.width,
  hardness: 1,
})
export const work = (one: object): Retouch => Retouch.parse(one)
export const done = (source: Source, one: Retouch): LinearRgba =>
  all(withPatches(source, patchesOf(source, one)))

/** Pixels that two pictures have differently, farther than this from a place. */
export function changedBeyond(
  a: LinearRgba,
  b: LinearRgba,
  cx: number,
  cy: number,
  r: number,
): number {
  let count = 0
  for (let i = 0, p = 0; i < SIZE.width * SIZE.height; i++, p += 4) {
    const [x, y] = [i % SIZE.width, Math.floor(i / SIZE.width)]
    if (!inDisc(x, y, cx, cy, r) && Math.abs(a.data[p]! - b.data[p]!) > 1e-5) count++
  }
  return count
}
