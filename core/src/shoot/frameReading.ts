import type { Rendition } from './rows'

/** Share of the frame that the product's longer side takes; null where the shot was left whole. */
export function fill01({ productBox }: Rendition): number | null {
  return productBox && Math.max(productBox.width, productBox.height)
}

/** Distance of the product's centre from the frame's, as a share of the frame. */
export function offCentre01({ productBox: box }: Rendition): number {
  if (!box) return 0
  return Math.hypot(box.x + box.width / 2 - 0.5, box.y + box.height / 2 - 0.5)
}
