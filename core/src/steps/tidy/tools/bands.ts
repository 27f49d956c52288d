import { linearRaster, type LinearRgba } from '../../../raster'
import { withPatches, type Patch, type Source } from '../../../source'
import type { RetouchOf } from '../retouches'
import { brushedParts, MIN_ALPHA, workUnder } from './brushed'
import { mendStroke } from './mend'
import { addDifference, blurred, reducedFor } from './smooth'

// Frequency separation: tone is the picture blurred by the band, grain is what that leaves.

/** Tone is smoothed over so many times the band. */
const WIDER = 6
/** A band is worked on where it is so many pixels. */
const BAND_PX = 2

const longerSide = ({ size }: Source): number => Math.max(size.width, size.height)

/** The tone of a surface, in place. */
export const toneOf = (surface: LinearRgba, bandPx: number): void => blurred(surface, bandPx)

/** Smooths tone under a stroke; grain stays, to the last value. */
export function smoothTone(source: Source, work: RetouchOf<'tone'>): Patch[] {
  const band = Math.max(1, work.band * longerSide(source))
  return workUnder(source, work, work.strength, 3 * WIDER * band, (surface) => {
    const reduced = reducedFor(surface, band, BAND_PX)
    const scale = reduced.width / surface.width
    const before = copied(reduced)
    blurred(before, Math.max(1, band * scale))
    const after = copied(before)
    blurred(after, Math.max(1, WIDER * band * scale))
    addDifference(surface, after, before)
  })
}

/** Takes grain from beside under a stroke; tone stays. */
export function mendGrain(source: Source, work: RetouchOf<'grain'>): Patch[] {
  const band = Math.max(1, work.band * longerSide(source))
  const mended = withPatches(source, mendStroke(source, work))
  const reach = Math.ceil(4 * band)
  return brushedParts(source, work).map(({ window, hold }) => {
    const around = {
      x: window.x - reach,
      y: window.y - reach,
      width: window.width + 2 * reach,
      height: window.height + 2 * reach,
    }
    const [old, fresh] = [source.sample(around, around), mended.sample(around, around)]
    const whole = copied(fresh)
    toneOf(old, band)
    toneOf(fresh, band)
    const picture = linearRaster(window)
    for (let y = 0, i = 0; y < window.height; y++)
      for (let x = 0; x < window.width; x++, i++) {
        const from = ((y + reach) * around.width + x + reach) * 4
        const held = hold.data[i]!
        const covered = held / Math.max(MIN_ALPHA, old.data[from + 3]!)
        for (let c = 0; c < 3; c++) {
          const made = old.data[from + c]! + whole.data[from + c]! - fresh.data[from + c]!
          picture.data[i * 4 + c] = Math.max(0, made) * covered
        }
        picture.data[i * 4 + 3] = held
      }
    return { window, picture }
  })
}

const copied = (surface: LinearRgba): LinearRgba => linearRaster(surface, surface.data.slice())
