import type { EdgeFinder } from '../../networks'
import {
  assertSameSize,
  planeF32,
  srgbOfLinear,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
  type Rgb,
  type SrgbRgba8,
} from '../../raster'
import { nearSoft } from './nearSoft'
import { squaresOver, type Square } from './squaresOver'

/**
 * Side of the squares in which the outline is drawn, in pixels, and what the network sees about each. With twice as
 * much about them one in a hundred pixels of the outline changes by more than 18 of 255, IoU and boundary F by less than 0.001.
 */
const SQUARE_PX = 40
const CONTEXT_PX = 4
const SEEN_PX = SQUARE_PX + 2 * CONTEXT_PX
/**
 * The network halves what it sees three times. Squares that begin at multiples of that are answered nearly alike
 * wherever they lie, so that none shows its seam.
 */
const GRID = { sidePx: SQUARE_PX, stepPx: 8, offsetPx: CONTEXT_PX }
/** Squares that are answered at once. */
const AT_ONCE = 16
/** What a see-through photograph is seen on, as the finder sees it. */
const BLACK: Rgb = [0, 0, 0]

export interface OutlineInput {
  /** Part of the photograph. */
  readonly picture: LinearRgba
  /** About where the product is, 0…1, soft along its outline; of the same size. */
  readonly coarse: PlaneF32
  /** How far from where the coarse cut is soft the outline may lie, in pixels. */
  readonly reachPx: number
  readonly edge: EdgeFinder
  /** Called between the network's answers; throws to stop. */
  readonly checkpoint: () => void
}

/**
 * Draws the outline of a coarse cut: alpha, 0…1. The network answers in squares along the outline;
 * beyond reach the coarse cut stands, as all or nothing.
 *
 * @throws SizeMismatchError
 */
export async function layOutline(input: OutlineInput): Promise<PlaneF32> {
  const { picture, coarse, reachPx, edge, checkpoint } = input
  assertSameSize(picture, coarse)
  const reached = nearSoft(coarse, reachPx)
  const alpha = planeF32(coarse)
  for (let i = 0; i < alpha.data.length; i++) alpha.data[i] = coarse.data[i]! > 0.5 ? 1 : 0
  const bytes = srgbOfLinear(picture, BLACK)
  const squares = squaresOver(reached, GRID)
  for (let first = 0; first < squares.length; first += AT_ONCE) {
    const some = squares.slice(first, first + AT_ONCE)
    const answer = await edge({
      pieces: some.length,
      width: SEEN_PX,
      height: SEEN_PX,
      ...piecesOf(bytes, coarse, some),
    })
    checkpoint()
    some.forEach((square, k) => {
      const seen = answer.subarray(k * SEEN_PX * SEEN_PX, (k + 1) * SEEN_PX * SEEN_PX)
      drawSquare(alpha, square, seen, reached)
    })
  }
  return alpha
}

/** Squares with what lies about them; beyond the border its pixels are repeated. */
function piecesOf(
  { width, height, data }: SrgbRgba8,
  coarse: PlaneF32,
  squares: readonly Square[],
): { image: Float32Array; coarse: Float32Array } {
  const pixels = SEEN_PX * SEEN_PX
  const image = new Float32Array(squares.length * 3 * pixels)
  const about = new Float32Array(squares.length * pixels)
  squares.forEach((square, k) => {
    for (let y = 0, i = 0; y < SEEN_PX; y++) {
      const row = clamp(square.y - CONTEXT_PX + y, height) * width
      for (let x = 0; x < SEEN_PX; x++, i++) {
        const p = row + clamp(square.x - CONTEXT_PX + x, width)
        about[k * pixels + i] = coarse.data[p]!
        for (let c = 0; c < 3; c++) image[(k * 3 + c) * pixels + i] = data[p * 4 + c]! / 255
      }
    }
  })
  return { image, coarse: about }
}

const clamp = (at: number, length: number): number => Math.min(length - 1, Math.max(0, at))

/** Lays the middle of what was answered into a square, where it is in reach. */
function drawSquare(
  alpha: PlaneF32,
  { x: left, y: top }: Square,
  seen: Float32Array,
  reached: PlaneU8,
): void {
  const right = Math.min(alpha.width, left + SQUARE_PX)
  const bottom = Math.min(alpha.height, top + SQUARE_PX)
  for (let y = Math.max(0, top); y < bottom; y++)
    for (let x = Math.max(0, left), i = y * alpha.width + x; x < right; x++, i++)
      if (reached.data[i])
        alpha.data[i] = seen[(y - top + CONTEXT_PX) * SEEN_PX + (x - left + CONTEXT_PX)]!
}
