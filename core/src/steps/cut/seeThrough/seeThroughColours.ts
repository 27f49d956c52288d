import { fractionsOf, type LinearRgba, type PlaneF32, type PxBox, type Size } from '../../../raster'
import { plateAt, type SeeThrough } from './coverSeeThrough'
import { seeThroughShare } from './seeThroughShare'

/** See-through parts of a picture, read before the product is lifted. */
export interface SeeThroughColours {
  /** Lays them over the lifted picture. */
  readonly layOn: (lifted: LinearRgba) => void
}

/**
 * The colours of what is see-through, freed of the backdrop that was seen through it: premultiplied, the pixel less the
 * backdrop's share.
 *
 * @param picture opaque, in linear light, with the product still on its backdrop.
 * @param alpha share of product, 0…1.
 * @param window the part of the photograph that is shown, in its pixels.
 */
export function seeThroughColours(
  { repairs, paper }: SeeThrough,
  picture: LinearRgba,
  alpha: PlaneF32,
  window: PxBox,
  photograph: Size,
): SeeThroughColours {
  if (!paper) return { layOn: () => undefined }
  const scale = picture.width / window.width
  const share = seeThroughShare(
    repairs,
    { width: photograph.width * scale, height: photograph.height * scale },
    { x: window.x * scale, y: window.y * scale, width: picture.width, height: picture.height },
  )
  const plate = plateAt(paper, fractionsOf(window, photograph), picture)
  const places: number[] = []
  for (let i = 0; i < share.data.length; i++) if (share.data[i]! > 0) places.push(i)
  const colours = new Float32Array(places.length * 3)
  places.forEach((i, k) => {
    const a = alpha.data[i]!
    for (let c = 0; c < 3; c++) {
      const own = picture.data[i * 4 + c]! - (1 - a) * plate.data[i * 4 + c]!
      colours[k * 3 + c] = Math.min(a, Math.max(0, own))
    }
  })
  return {
    layOn: (lifted) =>
      places.forEach((i, k) => {
        const s = share.data[i]!
        for (let c = 0; c < 3; c++) {
          const at = i * 4 + c
          lifted.data[at] = lifted.data[at]! * (1 - s) + colours[k * 3 + c]! * s
        }
      }),
  }
}
