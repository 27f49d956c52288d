import { defineNote } from '../memory'
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
import type { Source } from '../source'

/** Side of the square on which the network looks, in pixels. */
export const FINDER_SIDE_PX = 448
/** Longer side of the picture that the square is made of, in pixels: twice as fine, averaged in pairs. */
const READ_SIDE_PX = 2 * FINDER_SIDE_PX

/** What the network is shown: planes of a square of `FINDER_SIDE_PX`, one after the other. */
export interface FinderQuestion {
  /** Three planes R, G, B of sRGB values, 0…1. */
  readonly image: Float32Array
  /** Three planes, each 0 or 1: product for sure, backdrop for sure, a box about the product. */
  readonly hint: Float32Array
}

export interface FinderAnswer {
  /** The probability of product, 0…1, for each pixel of the square. */
  readonly probability: Float32Array
  /** The intersection over union with the truth that it expects of its answer, 0…1. */
  readonly iou: number
}

/** The network that finds the product. The host runs it. */
export type Finder = (question: FinderQuestion) => Promise<FinderAnswer>

/** What the network says of a whole photograph. */
export interface Look {
  /** The probability of product, 0…1, on a square of `FINDER_SIDE_PX` to which the photograph is squashed. */
  readonly map: PlaneF32
  readonly expectedIou: number
}

const LOOK = defineNote<Promise<Look>>('look of the finder')

/** Asks the network about a photograph, without a hint; it is asked once for each source. */
export const lookAt = (source: Source, finder: Finder): Promise<Look> =>
  source.memory.later(source, LOOK, async () => {
    const square = squashed(source.reduced(READ_SIDE_PX))
    const image = planesOf(square)
    const hint = new Float32Array(image.length)
    const { probability, iou } = await finder({ image, hint })
    return { map: planeF32(square, probability), expectedIou: iou }
  })

/** The finder's answer for each pixel of a picture of this size. */
export const spreadProbability = (map: PlaneF32, size: Size): PlaneF32 =>
  resamplePlane(map, wholeOf(map), planeF32(size), LINEAR)

/** An opaque picture on a square. */
const squashed = (picture: LinearRgba): LinearRgba =>
  resampleLinear(
    picture,
    wholeOf(picture),
    linearRaster({ width: FINDER_SIDE_PX, height: FINDER_SIDE_PX }),
    LINEAR,
  )

function planesOf({ width, height, data }: LinearRgba): Float32Array {
  const pixels = width * height
  const planes = new Float32Array(pixels * 3)
  for (let i = 0; i < pixels; i++)
    for (let c = 0; c < 3; c++) planes[c * pixels + i] = linearToSrgb(data[i * 4 + c]!)
  return planes
}
