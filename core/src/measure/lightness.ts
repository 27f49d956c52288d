import {
  fitInside,
  labOfLinear,
  LINEAR,
  linearRaster,
  planeF32,
  resampleLinear,
  wholeOf,
  type LabPicture,
  type LinearRgba,
  type PlaneF32,
} from '../raster'

/** L* of each pixel. */
export function lightnessOf(lab: LabPicture): PlaneF32 {
  const plane = planeF32(lab)
  for (let i = 0; i < plane.data.length; i++) plane.data[i] = lab.data[i * 3]!
  return plane
}

/** L* of each pixel of an opaque picture. */
export const lightnessIn = (picture: LinearRgba): PlaneF32 => lightnessOf(labOfLinear(picture))

/** A picture at most `sidePx` long, averaged; itself if it is not longer. */
export function smaller(picture: LinearRgba, sidePx: number): LinearRgba {
  const size = fitInside(picture, sidePx)
  return size.width === picture.width
    ? picture
    : resampleLinear(picture, wholeOf(picture), linearRaster(size), LINEAR)
}
