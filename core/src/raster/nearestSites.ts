/** What a pixel is to the search for the nearest site. */
export const SITE = { none: 0, band: 1, site: 2 } as const

/**
 * For each `band` pixel the index of the nearest `site` pixel that can be reached through the band
 * (eight neighbours); −1 where none can. Exact but for rare ties, O(band).
 *
 * @param kind one of `SITE` a pixel, width·height values.
 * @param band indices of the `band` pixels.
 * Source: Grevera 2004, The dead reckoning signed distance transform (propagation of sites).
 */
export function nearestSites(
  kind: Uint8Array,
  width: number,
  height: number,
  band: readonly number[],
): Int32Array {
  const nearest = new Int32Array(kind.length).fill(-1)
  let queue: number[] = []
  const seed = (i: number): void => {
    if (kind[i] !== SITE.site || nearest[i] === i) return
    nearest[i] = i
    queue.push(i)
  }
  for (const i of band) {
    const y = (i / width) | 0
    const x = i - y * width
    if (x > 0) seed(i - 1)
    if (x < width - 1) seed(i + 1)
    if (y > 0) seed(i - width)
    if (y < height - 1) seed(i + width)
  }

  while (queue.length > 0) {
    const next: number[] = []
    for (const i of queue) {
      const site = nearest[i]!
      const sy = (site / width) | 0
      const sx = site - sy * width
      const y = (i / width) | 0
      const x = i - y * width
      for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++)
        for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) {
          const j = ny * width + nx
          if (kind[j] !== SITE.band) continue
          const old = nearest[j]!
          if (old === site) continue
          const distance = (nx - sx) ** 2 + (ny - sy) ** 2
          if (old >= 0) {
            const oy = (old / width) | 0
            const ox = old - oy * width
            if ((nx - ox) ** 2 + (ny - oy) ** 2 <= distance) continue
          }
          nearest[j] = site
          next.push(j)
        }
    }
    queue = next
  }
  return nearest
}
