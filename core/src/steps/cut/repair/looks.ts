import { edgeContrast, sharpEdges, type Contrast } from '../../../edges'
import {
  labOfLinear,
  labRaster,
  planeF32,
  type LabPicture,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
  type PxBox,
} from '../../../raster'
import type { Source } from '../../../source'

/** A photograph as repairs are solved on it: at the base level of its matte. */
export interface Looks {
  readonly picture: LinearRgba
  readonly lab: LabPicture
  readonly contrast: Contrast
}

/** Reads a photograph for repairs. Edges are counted in units of what the backdrop by `alpha` shows. */
export function lookAt(source: Source, alpha: PlaneU8): Looks {
  const picture = source.reduced(Math.max(alpha.width, alpha.height))
  const lab = labOfLinear(picture)
  const share = planeF32(
    alpha,
    Float32Array.from(alpha.data, (value) => value / 255),
  )
  return { picture, lab, contrast: edgeContrast(sharpEdges(lab), share) }
}

/** The part of the looks within a window. */
export function looksWithin({ picture, lab, contrast }: Looks, window: PxBox): Looks {
  return {
    picture: { ...picture, ...sizeOf(window), data: part(picture, 4, window) },
    lab: labRaster(sizeOf(window), part(lab, 3, window)),
    contrast: {
      strength: planeWithin(contrast.strength, window),
      sharp: planeWithin(contrast.sharp, window),
    },
  }
}

const sizeOf = ({ width, height }: PxBox) => ({ width, height })

/** The part of a plane within a window of whole pixels that lies in it. */
export const planeWithin = (plane: PlaneF32, window: PxBox): PlaneF32 =>
  planeF32(sizeOf(window), part(plane, 1, window))

function part(
  { width, data }: { readonly width: number; readonly data: Float32Array },
  channels: number,
  window: PxBox,
): Float32Array {
  const row = window.width * channels
  const result = new Float32Array(row * window.height)
  for (let y = 0; y < window.height; y++) {
    const start = ((window.y + y) * width + window.x) * channels
    result.set(data.subarray(start, start + row), y * row)
  }
  return result
}
