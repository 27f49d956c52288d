import { gaussianBlur, planeF32, type LabPicture, type PlaneF32 } from '../raster'

/** Blurs, in pixels at the work size, between which an edge counts as sharp. */
const FINE_SIGMA_PX = 0.8
const COARSE_SIGMA_PX = 2.5
/** Coarse gradient taken off the fine one: soft edges cancel to zero, sharp ones stay. */
const COARSE_SHARE = 1.35
/** Colour steps count half as much again as steps of lightness. */
const CHROMA_WEIGHT = 1.5

export interface Edges {
  /** Gradient at fine scale, in Lab units a pixel. */
  readonly gradient: PlaneF32
  /** What of it is sharp: soft shadows, coves and vignettes are 0. Lab units a pixel. */
  readonly sharp: PlaneF32
}

/**
 * How strong and how sharp the edge through each pixel is. A product's outline is as sharp as the
 * lens allows; a shadow's is not.
 */
export function sharpEdges(lab: LabPicture): Edges {
  const gradient = planeF32(lab)
  const coarse = planeF32(lab)
  const channel = planeF32(lab)
  const blurred = planeF32(lab)
  for (let c = 0; c < 3; c++) {
    const weight = c === 0 ? 1 : CHROMA_WEIGHT
    for (let i = 0; i < channel.data.length; i++) channel.data[i] = lab.data[i * 3 + c]! * weight
    gaussianBlur(channel, FINE_SIGMA_PX, blurred)
    addSquaredGradient(blurred, gradient)
    gaussianBlur(channel, COARSE_SIGMA_PX, blurred)
    addSquaredGradient(blurred, coarse)
  }
  const sharp = planeF32(lab)
  for (let i = 0; i < sharp.data.length; i++) {
    const fine = Math.sqrt(gradient.data[i]!)
    gradient.data[i] = fine
    sharp.data[i] = Math.max(0, fine - COARSE_SHARE * Math.sqrt(coarse.data[i]!))
  }
  return { gradient, sharp }
}

function addSquaredGradient(src: PlaneF32, sum: PlaneF32): void {
  const { width, height, data } = src
  for (let y = 0; y < height; y++) {
    const up = (y > 0 ? y - 1 : y) * width
    const down = (y < height - 1 ? y + 1 : y) * width
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const dx = (data[x < width - 1 ? i + 1 : i]! - data[x > 0 ? i - 1 : i]!) / 2
      const dy = (data[down + x]! - data[up + x]!) / 2
      sum.data[i]! += dx * dx + dy * dy
    }
  }
}
