import { gaussianBlur, planeF32, type PlaneF32 } from '../raster'

/** Pixels that stand out: 0 no, 1 lighter, 2 darker than their surroundings; and by how much, in code values. */
export interface Marks {
  readonly width: number
  readonly height: number
  readonly kind: Uint8Array
  readonly contrast: Float32Array
}

/** Brightness, or colour, in code values. */
export type Luma = PlaneF32

/**
 * The rings that a pixel is compared with, for a grain of dust, a flake, a blot: their radius in pixels, and the Gaussian
 * that smooths noise first, so that a blot is told from the texture in which it lies; of smoothed noise more is asked.
 */
const RINGS = [
  { radius: 3, sigma: 0, surer: 1 },
  { radius: 6, sigma: 0.75, surer: 1 },
  { radius: 12, sigma: 1.8, surer: 1.3 },
] as const
const ON_RING = 16
/** A pixel stands out by at least so many times as the ring is uneven: the spread of its middle ten of sixteen. */
const OVER_RING = 3
/** Side of the squares whose texture is measured, in pixels, and the steps at which it is. */
const TILE_PX = 64
const TILE_STEP_PX = 3
/** From a median of distances to a standard deviation. */
const SIGMA = 1.4826
/** Of four pixels on the ring two must differ by so much of the least contrast, or no more are looked at. */
const GLANCE = 0.6

/**
 * Marks what stands out of the ring around it: by more than `contrast`, by more than the ring's own unevenness, and
 * by more than `overTexture` times what pixels stand out of their rings thereabouts as a rule.
 */
export function standOut(luma: Luma, contrast: number, overTexture: number): Marks {
  const { width, height } = luma
  const marks: Marks = {
    width,
    height,
    kind: new Uint8Array(width * height),
    contrast: new Float32Array(width * height),
  }
  for (const { radius, sigma, surer } of RINGS) {
    const seen = sigma > 0 ? gaussianBlur(luma, sigma, planeF32(luma)) : luma
    markAt(seen, radius, contrast, surer * overTexture, marks)
  }
  return marks
}

function markAt(
  luma: Luma,
  radius: number,
  contrast: number,
  overTexture: number,
  marks: Marks,
): void {
  const { width, height, data } = luma
  const ring = Int32Array.from({ length: ON_RING }, (_, k) => {
    const turn = (2 * Math.PI * k) / ON_RING
    return Math.round(radius * Math.sin(turn)) * width + Math.round(radius * Math.cos(turn))
  })
  const quarters = [0, 4, 8, 12].map((k) => ring[k]!) as [number, number, number, number]
  const texture = textureOf(luma, radius, quarters)
  const columns = Math.ceil(width / TILE_PX)
  const values = new Float32Array(ON_RING)
  const least = texture.map((usual) => Math.max(contrast, overTexture * usual))
  for (let y = radius; y < height - radius; y++)
    for (let x = radius; x < width - radius; x++) {
      const i = y * width + x
      const here = data[i]!
      const asked = least[Math.floor(y / TILE_PX) * columns + Math.floor(x / TILE_PX)]!
      const glance = GLANCE * asked
      let [above, below] = [0, 0]
      for (let k = 0; k < 4; k++) {
        const off = here - data[i + quarters[k]!]!
        if (off > glance) above++
        else if (off < -glance) below++
      }
      if (above < 2 && below < 2) continue
      for (let k = 0; k < ON_RING; k++) values[k] = data[i + ring[k]!]!
      sortFew(values)
      const off = here - (values[7]! + values[8]!) / 2
      const limit = Math.max(asked, OVER_RING * (values[12]! - values[3]!))
      if (Math.abs(off) <= limit || Math.abs(off) <= marks.contrast[i]!) continue
      marks.kind[i] = off > 0 ? 1 : 2
      marks.contrast[i] = Math.abs(off)
    }
}

/** Sorts a handful of numbers in place, by insertion. */
function sortFew(values: Float32Array): void {
  for (let i = 1; i < values.length; i++) {
    const value = values[i]!
    let at = i
    for (; at > 0 && values[at - 1]! > value; at--) values[at] = values[at - 1]!
    values[at] = value
  }
}

/** By how much pixels stand out of four others on their ring as a rule, tile by tile. */
function textureOf(
  { width, height, data }: Luma,
  radius: number,
  quarters: readonly [number, number, number, number],
): Float32Array {
  const columns = Math.ceil(width / TILE_PX)
  const rows = Math.ceil(height / TILE_PX)
  const [q0, q1, q2, q3] = quarters
  const offs = new Float32Array(Math.ceil(TILE_PX / TILE_STEP_PX) ** 2)
  return Float32Array.from({ length: columns * rows }, (_, tile) => {
    const left = (tile % columns) * TILE_PX
    const top = Math.floor(tile / columns) * TILE_PX
    let count = 0
    for (
      let y = Math.max(radius, top);
      y < Math.min(height - radius, top + TILE_PX);
      y += TILE_STEP_PX
    )
      for (
        let x = Math.max(radius, left);
        x < Math.min(width - radius, left + TILE_PX);
        x += TILE_STEP_PX
      ) {
        const i = y * width + x
        const [a, b, c, d] = [data[i + q0]!, data[i + q1]!, data[i + q2]!, data[i + q3]!]
        // The mean of the middle two of four.
        const middle = (a + b + c + d - Math.min(a, b, c, d) - Math.max(a, b, c, d)) / 2
        offs[count++] = Math.abs(data[i]! - middle)
      }
    const sorted = offs.subarray(0, count).sort()
    return SIGMA * (sorted[count >> 1] ?? 0)
  })
}
