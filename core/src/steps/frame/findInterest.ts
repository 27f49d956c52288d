import { defineFact } from '../../facts'
import { luminance } from '../../raster'
import type { Source } from '../../source'

/** Longer side of the picture that is looked at, in pixels. */
const WORK_SIDE_PX = 200

/** What matters in a photograph that is left whole, as fractions of its sides; null where that was not asked. */
export const INTEREST = defineFact<{ readonly x: number; readonly y: number } | null>(
  'interest',
  null,
)

/**
 * Where the eye goes in a photograph: the centre of gravity of its contrast, as fractions. Edges of things
 * in focus weigh more than a backdrop and what is blurred (after Itti, Koch & Niebur 1998, A model of
 * saliency-based visual attention; of their channels, intensity alone).
 */
export function findInterest(source: Source): { readonly x: number; readonly y: number } {
  const { width, height, data } = source.reduced(WORK_SIDE_PX)
  const light = new Float32Array(width * height)
  for (let i = 0, p = 0; i < light.length; i++, p += 4)
    light[i] = Math.sqrt(Math.max(0, luminance([data[p]!, data[p + 1]!, data[p + 2]!])))
  let [sum, sumX, sumY] = [0, 0, 0]
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      const dx = light[i + 1]! - light[i - 1]!
      const dy = light[i + width]! - light[i - width]!
      const contrast = dx * dx + dy * dy
      sum += contrast
      sumX += contrast * (x + 0.5)
      sumY += contrast * (y + 0.5)
    }
  return sum === 0 ? { x: 0.5, y: 0.5 } : { x: sumX / sum / width, y: sumY / sum / height }
}
