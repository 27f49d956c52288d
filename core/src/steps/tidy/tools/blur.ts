import { LINEAR, linearRaster, resampleLinear, wholeOf } from '../../../raster'
import type { Patch, Source } from '../../../source'
import type { RetouchOf } from '../retouches'
import { workUnder } from './brushed'
import { blurred, reducedFor } from './smooth'

/** The blur of a brush: this share of its radius at full strength. */
const SPREAD_OF_BRUSH = 0.4

/** Blurs under a stroke, so that nothing can be read any more at full strength. */
export function blurStroke(source: Source, work: RetouchOf<'blur'>): Patch[] {
  const longer = Math.max(source.size.width, source.size.height)
  const spread = Math.max(1, SPREAD_OF_BRUSH * work.strength * work.radius * longer)
  return workUnder(source, work, 1, 3 * spread, (surface) => {
    const reduced = reducedFor(surface, spread, 2)
    const soft = linearRaster(reduced, reduced.data.slice())
    blurred(soft, spread * (reduced.width / surface.width))
    // What is finer than the reduced picture goes as well.
    surface.data.set(resampleLinear(soft, wholeOf(soft), linearRaster(surface), LINEAR).data)
  })
}
