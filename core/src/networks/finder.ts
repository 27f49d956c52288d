import {
  linearRaster,
  linearToSrgb,
  LINEAR,
  planeF32,
  resampleLinear,
  resamplePlane,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type Size,
} from '../raster'

/** Side of the square that the network sees, in pixels. */
export const FINDER_SIDE_PX = 192

/**
 * The network that finds the product: three planes R, G, B of `FINDER_SIDE_PX`² sRGB values (0…1)
 * in, the probability (0…1) of product for each pixel out. The host runs it.
 */
export type Finder = (planes: Float32Array) => Promise<Float32Array>

/**
 * The probability of product (0…1) over an opaque picture, squashed to a square of `FINDER_SIDE_PX`: one
 * pass of the network.
 */
export async function askFinder(picture: LinearRgba, finder: Finder): Promise<PlaneF32> {
  const square = { width: FINDER_SIDE_PX, height: FINDER_SIDE_PX }
  const small = resampleLinear(picture, wholeOf(picture), linearRaster(square), LINEAR)
  const pixels = FINDER_SIDE_PX * FINDER_SIDE_PX
  const planes = new Float32Array(pixels * 3)
  for (let i = 0; i < pixels; i++)
    for (let c = 0; c < 3; c++) planes[c * pixels + i] = linearToSrgb(small.data[i * 4 + c]!)
  return planeF32(square, await finder(planes))
}

/** The finder's answer for each pixel of a picture of this size. */
export const spreadProbability = (map: PlaneF32, size: Size): PlaneF32 =>
  resamplePlane(map, wholeOf(map), planeF32(size), LINEAR)

/** The probability of product at each pixel of an opaque picture. */
export const findProduct = async (picture: LinearRgba, finder: Finder): Promise<PlaneF32> =>
  spreadProbability(await askFinder(picture, finder), picture)
