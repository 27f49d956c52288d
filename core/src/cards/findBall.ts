import {
  components,
  planeU8,
  type Component,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
} from '../raster'

/** Smallest and largest ball, as shares of the frame. */
const SMALLEST = 0.002
const LARGEST = 0.08
/** Sides of its bounding box against each other, and its share of that box: π/4, less a rim. */
const ROUND = [0.87, 1.15] as const
const SHARE = [0.69, 0.83] as const
/** Scatter of a* and b* over a ball of one grey, however it is shaded. */
const EVEN_CHROMA = 3
/** Product outside of it, in areas of the ball: a round thing by itself is the product. */
const BESIDE = 1.5
/** Probability from which a pixel is product. */
const PRODUCT = 0.5
/** Room about the ball that does not count as outside, as a share of it. */
const RIM = 0.2

/**
 * Finds a grey ball that stands beside the product: a round patch of one chroma with a sharp outline.
 * The largest counts; null where there is none.
 *
 * @param barrier 1 where a sharp edge runs.
 * @param probability of product, 0…1.
 */
export function findBall(
  lab: LabPicture,
  barrier: PlaneU8,
  probability: PlaneF32,
): Component | null {
  const patch = planeU8(lab)
  for (let i = 0; i < patch.data.length; i++) patch.data[i] = barrier.data[i] ? 0 : 1
  const { labels, list } = components(patch)
  const balls = list.filter((candidate) => {
    const { area, x0, y0, x1, y1, touchesBorder } = candidate
    const share = area / patch.data.length
    return (
      !touchesBorder &&
      share >= SMALLEST &&
      share <= LARGEST &&
      within((x1 - x0) / (y1 - y0), ROUND) &&
      within(area / ((x1 - x0) * (y1 - y0)), SHARE) &&
      chromaScatter(lab, labels, candidate) <= EVEN_CHROMA &&
      productOutside(probability, candidate) >= BESIDE * area
    )
  })
  return balls.sort((a, b) => b.area - a.area)[0] ?? null
}

const within = (value: number, [low, high]: readonly [number, number]): boolean =>
  value >= low && value <= high

/** Root mean square distance in a*b* from their mean. */
function chromaScatter({ width, data }: LabPicture, labels: Int32Array, ball: Component): number {
  let n = 0
  let a = 0
  let b = 0
  let squares = 0
  for (let y = ball.y0; y < ball.y1; y++)
    for (let i = y * width + ball.x0; i < y * width + ball.x1; i++) {
      if (labels[i] !== ball.label) continue
      n++
      a += data[i * 3 + 1]!
      b += data[i * 3 + 2]!
      squares += data[i * 3 + 1]! ** 2 + data[i * 3 + 2]! ** 2
    }
  return Math.sqrt(Math.max(0, squares / n - (a / n) ** 2 - (b / n) ** 2))
}

/** Pixels of product outside of a ball's box and the room about it. */
function productOutside({ width, height, data }: PlaneF32, ball: Component): number {
  const rim = RIM * (ball.x1 - ball.x0)
  let count = 0
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const inside =
        x >= ball.x0 - rim && x < ball.x1 + rim && y >= ball.y0 - rim && y < ball.y1 + rim
      if (!inside && data[i]! > PRODUCT) count++
    }
  return count
}
