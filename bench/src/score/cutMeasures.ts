import { planeU8, squaredDistance, type PlaneU8 } from '@cloudbank/core/raster'

export type CutMeasures = { iou: number; alphaError: number; boundaryF: number }

/** Pixels that an edge may lie off and still count as found, at 1000 px. */
const TOLERANCE_PX = 2

/**
 * Compares a cut with the truth, both alpha 0…255 of one size: intersection over union of alpha above
 * ½, mean absolute error of alpha (0…1), and the F-score of the boundary within 2 px.
 * Boundary F as in Martin, Fowlkes & Malik 2004, Learning to detect natural image boundaries.
 */
export function measureCut(found: PlaneU8, truth: PlaneU8): CutMeasures {
  let both = 0
  let either = 0
  let error = 0
  for (let i = 0; i < truth.data.length; i++) {
    const f = found.data[i]!
    const t = truth.data[i]!
    if (f > 127 && t > 127) both++
    if (f > 127 || t > 127) either++
    error += Math.abs(f - t) / 255
  }
  return {
    iou: either === 0 ? 1 : both / either,
    alphaError: error / truth.data.length,
    boundaryF: boundaryF(found, truth),
  }
}

function boundaryF(found: PlaneU8, truth: PlaneU8): number {
  const foundEdge = boundary(found)
  const trueEdge = boundary(truth)
  const precision = shareNear(foundEdge, trueEdge)
  const recall = shareNear(trueEdge, foundEdge)
  return precision + recall === 0 ? 0 : (2 * precision * recall) / (precision + recall)
}

/** Product pixels with a neighbour that is none. */
function boundary(alpha: PlaneU8): PlaneU8 {
  const { width, height, data } = alpha
  const edge = planeU8(alpha)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x
      if (data[i]! <= 127) continue
      const out =
        (x > 0 && data[i - 1]! <= 127) ||
        (x < width - 1 && data[i + 1]! <= 127) ||
        (y > 0 && data[i - width]! <= 127) ||
        (y < height - 1 && data[i + width]! <= 127)
      if (out) edge.data[i] = 1
    }
  return edge
}

function shareNear(edge: PlaneU8, other: PlaneU8): number {
  const distance = squaredDistance(other)
  let count = 0
  let near = 0
  for (let i = 0; i < edge.data.length; i++) {
    if (!edge.data[i]) continue
    count++
    if (distance.data[i]! <= TOLERANCE_PX * TOLERANCE_PX) near++
  }
  return count === 0 ? 0 : near / count
}
