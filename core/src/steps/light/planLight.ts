import { finderOf, type NetworkOf } from '../../networks'
import { measureBackdropRing } from '../../measure'
import { linearToSrgb, luminance, type Rgb } from '../../raster'
import type { Source } from '../../source'
import { planAutoTone, withAutoTone } from './autoTone'
import type { CubeLut } from './cube'
import type { LightFinding } from './findings'
import { planFlatten, type Flatten } from './flatten'
import { planGrade, type Grade } from './grade'
import { neutralGains } from './neutralGains'
import type { LightSettings, Neutral } from './settings'

/** What Light does to one photograph. */
export interface LightPlan {
  /** What becomes of each colour. */
  readonly grade: Grade
  /** What makes the backdrop even; null when nothing does. */
  readonly flatten: Flatten | null
  readonly findings: readonly LightFinding[]
}

/**
 * Works out what settings come to on one photograph.
 *
 * @param cube the colour table that the look names; null where it names none.
 */
export async function planLight(
  source: Source,
  settings: LightSettings,
  cube: CubeLut | null,
  network: NetworkOf,
): Promise<LightPlan> {
  const { gains, findings } = resolveNeutral(settings.neutral, source)
  const toned = settings.autoTone
    ? withAutoTone(settings, planAutoTone(source, gains, backdropTone(source, gains)))
    : settings
  const flatten =
    settings.flattenPct > 0
      ? await planFlatten(source, settings.flattenPct / 100, finderOf(network))
      : null
  return { grade: planGrade(toned, gains, cube), flatten, findings }
}

/** The gains that a neutral comes to on one photograph. */
function resolveNeutral(
  neutral: Neutral,
  source: Source,
): { gains: Rgb; findings: readonly LightFinding[] } {
  switch (neutral.from) {
    case 'photograph':
      return { gains: [1, 1, 1], findings: [] }
    case 'gains':
      return { gains: [neutral.red, neutral.green, neutral.blue], findings: [] }
    case 'backdrop': {
      const gains = neutralGains(measureBackdropRing(source))
      return gains
        ? { gains, findings: [] }
        : { gains: [1, 1, 1], findings: [{ code: 'not-neutral' }] }
    }
  }
}

function backdropTone(source: Source, gains: Rgb): number {
  const [r, g, b] = measureBackdropRing(source).colour
  return linearToSrgb(luminance([r * gains[0], g * gains[1], b * gains[2]]))
}
