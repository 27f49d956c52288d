import { z } from 'zod'
import type { PlaneU8 } from '../raster'

/** The most cells along a side. */
const MAX_CELLS = 64
/** The levels that a cell can have, 0 for no product. */
const LEVELS = 16

/** Where a product is in a picture, as a small grid: one hexadecimal digit a cell, 0 for none to f for all, row by row. */
export const SceneMatte = z
  .strictObject({
    width: z.number().int().min(1).max(MAX_CELLS),
    height: z.number().int().min(1).max(MAX_CELLS),
    levels: z.string().regex(/^[0-9a-f]*$/),
  })
  .refine(({ width, height, levels }) => levels.length === width * height, {
    message: 'a digit for each cell is wanted',
  })
export type SceneMatte = z.infer<typeof SceneMatte>

/** @param plane coverage, 0…255, at most 64 by 64. */
export const sceneMatte = ({ width, height, data }: PlaneU8): SceneMatte => ({
  width,
  height,
  levels: Array.from(data, (value) =>
    Math.round((value / 255) * (LEVELS - 1)).toString(LEVELS),
  ).join(''),
})

/** How much of a place the product covers, 0…1; x and y are shares of the picture's sides. */
export type CoverageAt = (x01: number, y01: number) => number

/** The coverage that a matte says; nothing where there is none, or outside of the picture. */
export function coverageIn(matte: SceneMatte | null): CoverageAt {
  if (!matte) return () => 0
  const { width, height } = matte
  const cells = Uint8Array.from(matte.levels, (digit) => parseInt(digit, LEVELS))
  return (x01, y01) => {
    const [x, y] = [Math.floor(x01 * width), Math.floor(y01 * height)]
    const isInside = x >= 0 && x < width && y >= 0 && y < height
    return isInside ? cells[y * width + x]! / (LEVELS - 1) : 0
  }
}

/** The lowest line that the product reaches, as a share of the height from the top; null where there is none. */
export function footOf({ width, height, levels }: SceneMatte): number | null {
  for (let y = height - 1; y >= 0; y--)
    if (/[8-f]/.test(levels.slice(y * width, (y + 1) * width))) return (y + 1) / height
  return null
}
