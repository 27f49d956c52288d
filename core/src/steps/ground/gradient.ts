import { hexToLinear, linearToSrgb, srgbToLinear, type LinearRgba } from '../../raster'
import type { Behind } from './settings'

type Gradient = Extract<Behind, { kind: 'gradient' }>

/**
 * Fills a picture with two colours that run into each other evenly to the eye (in sRGB values). A trace of
 * noise, half a code value, keeps bands from being seen in 8 bits.
 */
export function paintGradient({ width, height, data }: LinearRgba, gradient: Gradient): void {
  const from = hexToLinear(gradient.from).map(linearToSrgb)
  const to = hexToLinear(gradient.to).map(linearToSrgb)
  const angle = (gradient.angleDeg * Math.PI) / 180
  const [dx, dy] = [-Math.sin(angle), Math.cos(angle)]
  const reach = (Math.abs(dx) * width + Math.abs(dy) * height) / 2
  const corner = Math.hypot(width, height) / 2
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const cx = x + 0.5 - width / 2
      const cy = y + 0.5 - height / 2
      const t =
        gradient.shape === 'radial'
          ? Math.hypot(cx, cy) / corner
          : ((cx * dx + cy * dy) / reach + 1) / 2
      const noise = (hash(x, y) - 0.5) / 255
      for (let c = 0; c < 3; c++) {
        const value = from[c]! + (to[c]! - from[c]!) * t + noise
        data[p + c] = srgbToLinear(Math.min(1, Math.max(0, value)))
      }
      data[p + 3] = 1
    }
}

/** A number in 0…1 for each place, the same every time. */
function hash(x: number, y: number): number {
  let h = Math.imul(x, 374761393) + Math.imul(y, 668265263)
  h = Math.imul(h ^ (h >>> 13), 1274126177)
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32
}
