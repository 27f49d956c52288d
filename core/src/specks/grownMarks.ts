import type { Luma, Marks } from './standOut'

/** Surroundings are averaged under a Gaussian of this width, looked at every so many pixels, this far. */
const SURROUNDINGS_PX = 6
const EVERY_PX = 2
const LOOKS_PX = 14
/** What a pixel that stands out counts of others. */
const MARKED = 1e-3
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
  const surroundingsAt = aroundIn(luma, marks)
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
        const off = data[j]! - surroundingsAt(j)
        if ((off > 0 ? 1 : 2) !== kind[i] || Math.abs(off) < GOES_ON * strength[i]!) continue
        kind[j] = kind[i]!
        strength[j] = strength[i]!
        steps[j] = steps[i]! + 1
        queue.push(j)
      }
  }
  return { width, height, kind, contrast: marks.contrast }
}

/** What is round a pixel, on average, without what stands out; worked out where it is asked for. */
function aroundIn({ width, height, data }: Luma, { kind }: Marks): (i: number) => number {
  const side = Math.floor(LOOKS_PX / EVERY_PX)
  const weights = Float32Array.from({ length: 2 * side + 1 }, (_, k) =>
    Math.exp(-(((k - side) * EVERY_PX) ** 2) / (2 * SURROUNDINGS_PX ** 2)),
  )
  const known = new Float32Array(data.length).fill(NaN)
  return (i) => {
    const before = known[i]!
    if (!Number.isNaN(before)) return before
    const x = i % width
    const y = (i - x) / width
    let [sum, all] = [0, 0]
    for (let row = -side; row <= side; row++) {
      const at = y + row * EVERY_PX
      if (at < 0 || at >= height) continue
      for (let column = -side; column <= side; column++) {
        const across = x + column * EVERY_PX
        if (across < 0 || across >= width) continue
        const j = at * width + across
        const weight = weights[row + side]! * weights[column + side]! * (kind[j] ? MARKED : 1)
        sum += weight * data[j]!
        all += weight
      }
    }
    return (known[i] = sum / all)
  }
}
