import { components, planeU8, type PlaneU8 } from '../../raster'
import type { Contrast } from '../../edges'

/** Sharpness, in units of the backdrop's own, from which an outline counts as sure. */
const SURE_SHARPNESS = 1.3

/** Share of the outline that has no sharp edge within a pixel, 0…1. */
export function unsureShare(labels: PlaneU8, { sharp }: Contrast): number {
  const { width, height, data } = labels
  let rim = 0
  let unsure = 0
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      if (!data[i] || (data[i - 1] && data[i + 1] && data[i - width] && data[i + width])) continue
      rim++
      let strongest = 0
      for (let dy = -width; dy <= width; dy += width)
        for (let dx = -1; dx <= 1; dx++) strongest = Math.max(strongest, sharp.data[i + dy + dx]!)
      if (strongest < SURE_SHARPNESS) unsure++
    }
  return rim === 0 ? 1 : unsure / rim
}

/** Number of places inside the product through which the backdrop is seen. */
export function countHoles(labels: PlaneU8): number {
  const outside = planeU8(
    labels,
    labels.data.map((inside) => 1 - inside),
  )
  return components(outside).list.filter((hole) => !hole.touchesBorder).length
}
