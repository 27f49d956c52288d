import { components, planeU8, type PlaneF32, type PlaneU8 } from '../raster'

/** A barrier starts at this sharpness, in units of the backdrop's own … */
const BARRIER = 1.15
/** … and counts if it somewhere reaches this, or is long. */
const BARRIER_PEAK = 2.2

/** Connected runs of sharp edge that have a clear peak or are long (hysteresis). */
export function barriers(sharp: PlaneF32, side: number): PlaneU8 {
  const candidate = planeU8(sharp)
  for (let i = 0; i < candidate.data.length; i++)
    candidate.data[i] = sharp.data[i]! > BARRIER ? 1 : 0
  const { labels, list } = components(candidate, true)
  const peaks = new Int32Array(list.length + 1)
  for (let i = 0; i < labels.length; i++)
    if (labels[i] && sharp.data[i]! > BARRIER_PEAK) peaks[labels[i]!]!++
  const long = side * 0.0625
  const kept = list.map((c) => peaks[c.label]! >= 4 || Math.max(c.x1 - c.x0, c.y1 - c.y0) > long)
  for (let i = 0; i < labels.length; i++)
    candidate.data[i] = labels[i] && kept[labels[i]! - 1] ? 1 : 0
  return candidate
}
