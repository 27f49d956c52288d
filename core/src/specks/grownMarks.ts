import { softenPlane, planeF32 } from '../raster'
import type { Luma, Marks } from './standOut'

/** Half the width of the box over which surroundings are averaged, three times, in pixels. */
const SURROUNDINGS_PX = 6
/** A mark goes on over pixels that differ from their surroundings by this share of what it does. */
const GOES_ON = 0.45
/** And this far from where it stood out, in pixels. */
const REACH_PX = 8

/**
 * Marks together with the fainter pixels that go on from them: the rim of a blot, the thin stretches of a hair. What
 * is added has no contrast of its own.
 */
export function grownMarks(luma: Luma, marks: Marks): Marks {
  const { width, height, data } = luma
  const surroundings = withoutMarks(luma, marks)
  const kind = marks.kind.slice()
  /** For each pixel that was reached: by how much the mark stands out that it goes on from, and how far that is. */
  const strength = marks.contrast.slice()
  const steps = new Uint8Array(kind.length)
  const queue: number[] = []
  for (let i = 0; i < kind.length; i++) if (kind[i]) queue.push(i)
  // What is reached is gone on from in turn.
  for (const i of queue) {
    if (steps[i]! >= REACH_PX) continue
    const x = i % width
    const y = (i - x) / width
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const [nx, ny] = [x + dx, y + dy]
        if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
        const j = ny * width + nx
        if (kind[j]) continue
        const off = data[j]! - surroundings[j]!
        if ((off > 0 ? 1 : 2) !== kind[i] || Math.abs(off) < GOES_ON * strength[i]!) continue
        kind[j] = kind[i]!
        strength[j] = strength[i]!
        steps[j] = steps[i]! + 1
        queue.push(j)
      }
  }
  return { width, height, kind, contrast: marks.contrast }
}

/** What is round each pixel, on average, without what stands out. */
function withoutMarks({ width, height, data }: Luma, { kind }: Marks): Float32Array {
  const [sum, weight] = [planeF32({ width, height }), planeF32({ width, height })]
  for (let i = 0; i < data.length; i++) {
    weight.data[i] = kind[i] ? 1e-3 : 1
    sum.data[i] = data[i]! * weight.data[i]!
  }
  const scratch = new Float32Array(data.length)
  softenPlane(sum, SURROUNDINGS_PX, scratch)
  softenPlane(weight, SURROUNDINGS_PX, scratch)
  for (let i = 0; i < data.length; i++) sum.data[i]! /= weight.data[i]!
  return sum.data
}
