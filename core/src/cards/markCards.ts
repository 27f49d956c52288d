import {
  components,
  planeU8,
  type Component,
  type LabPicture,
  type PlaneF32,
  type PlaneU8,
} from '../raster'

/** Share of its bounding box that a card seen nearly square fills. */
const RECTANGULAR = 0.8
/** Scatter of lightness within a card, in L, at most: it is one even grey. */
const EVEN_L = 5
/** Smallest and largest card, as shares of the frame. */
const SMALLEST = 0.004
const LARGEST = 0.15
/** Room for the card's holder on each side, as a share of the card. */
const HOLDER = 0.2
/** Share of the ring about card and holder that must be clear of product. */
const CLEAR = 0.5

/** Marks of `markCards`. */
export const CARD = { none: 0, card: 1, holder: 2 } as const

/**
 * Finds grey cards that stand beside the product: even, rectangular patches with a sharp outline and
 * backdrop around most of them. The finder takes them for product, so they are marked here to be
 * left out, and the room about them, where a holder may be, to be judged by its edges alone.
 *
 * @param barrier 1 where a sharp edge runs.
 * @param probability of product, 0…1.
 */
export function markCards(lab: LabPicture, barrier: PlaneU8, probability: PlaneF32): PlaneU8 {
  const { width, height } = lab
  const cards = planeU8(lab)
  const patch = planeU8(lab)
  for (let i = 0; i < patch.data.length; i++) patch.data[i] = barrier.data[i] ? 0 : 1
  const { labels, list } = components(patch)
  for (const piece of list) {
    const { label, area, x0, y0, x1, y1, touchesBorder } = piece
    const box = (x1 - x0) * (y1 - y0)
    const share = area / (width * height)
    if (touchesBorder || share < SMALLEST || share > LARGEST || area < RECTANGULAR * box) continue
    if (lightnessScatter(lab, labels, piece) > EVEN_L) continue
    const mx = Math.round(HOLDER * (x1 - x0))
    const my = Math.round(HOLDER * (y1 - y0))
    const left = Math.max(0, x0 - mx)
    const top = Math.max(0, y0 - my)
    const right = Math.min(width, x1 + mx)
    const bottom = Math.min(height, y1 + my)
    if (clearShare(probability, left, top, right, bottom) < CLEAR) continue
    for (let y = top; y < bottom; y++)
      for (let i = y * width + left, end = y * width + right; i < end; i++)
        cards.data[i] = labels[i] === label ? CARD.card : cards.data[i] || CARD.holder
  }
  return cards
}

function lightnessScatter(
  { width, data }: LabPicture,
  labels: Int32Array,
  { label, x0, y0, x1, y1 }: Component,
): number {
  let n = 0
  let sum = 0
  let squares = 0
  for (let y = y0; y < y1; y++)
    for (let i = y * width + x0; i < y * width + x1; i++) {
      if (labels[i] !== label) continue
      const l = data[i * 3]!
      n++
      sum += l
      squares += l * l
    }
  return Math.sqrt(Math.max(0, squares / n - (sum / n) ** 2))
}

/** Share of a rectangle's outline where the finder sees no product. */
function clearShare(
  { width, data }: PlaneF32,
  left: number,
  top: number,
  right: number,
  bottom: number,
): number {
  let clear = 0
  let count = 0
  const look = (x: number, y: number): void => {
    count++
    if (data[y * width + x]! < 0.3) clear++
  }
  for (let x = left; x < right; x++) {
    look(x, top)
    look(x, bottom - 1)
  }
  for (let y = top; y < bottom; y++) {
    look(left, y)
    look(right - 1, y)
  }
  return clear / count
}
