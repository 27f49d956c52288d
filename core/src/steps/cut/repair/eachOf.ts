import type { PxBox, Size } from '../../../raster'

/** Each pixel of a window: its place in the plane and in the window. */
export function eachOf(
  { width }: Size,
  window: PxBox,
  visit: (inPlane: number, inWindow: number) => void,
): void {
  for (let y = 0, k = 0; y < window.height; y++)
    for (let x = 0, i = (window.y + y) * width + window.x; x < window.width; x++, i++, k++)
      visit(i, k)
}
