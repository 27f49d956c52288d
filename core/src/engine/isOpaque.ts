import type { LinearRgba } from '../raster'

/** Whether nothing shows through a picture. */
export function isOpaque({ data }: LinearRgba): boolean {
  for (let p = 3; p < data.length; p += 4) if (data[p]! < 1) return false
  return true
}
