import type { Box01 } from '@cloudbank/core/raster'
import { median } from '@cloudbank/core/raster'

/** How a product stands in its frame, in per cent of the frame's sides. */
export interface FrameNumbers {
  /** Of the side along which the product is longer. */
  readonly fillPct: number
  /** From the frame's lower side up to the product's foot. */
  readonly basePct: number
  /** From the frame's middle to the product's, to the right. */
  readonly centrePct: number
}

export const numbersOf = ({ x, y, width, height }: Box01): FrameNumbers => ({
  fillPct: Math.max(width, height) * 100,
  basePct: (1 - y - height) * 100,
  centrePct: (x + width / 2 - 0.5) * 100,
})

/** The middle of each number over a row's other products; null where there are none. */
export function rowNumbers(boxes: readonly Box01[]): FrameNumbers | null {
  const all = boxes.map(numbersOf)
  const middle = (field: keyof FrameNumbers): number | null =>
    median(all.map((each) => each[field]))
  const [fillPct, basePct, centrePct] = [middle('fillPct'), middle('basePct'), middle('centrePct')]
  if (fillPct === null || basePct === null || centrePct === null) return null
  return { fillPct, basePct, centrePct }
}
