import { isPlain, THRESHOLDS } from '../findings'
import { byteOfLinear, linearToLab, type Rgb } from '../raster'
import { isPlausibleGrey } from '../steps'
import { lightingOf } from './recipe'
import type { ShootRows, Shot } from './rows'

/** How a shot stands against the neutral of its lighting. */
export interface LightReading {
  /** The backdrop after the neutral, as a CSS colour. */
  readonly patch: string
  /** Its chroma in Lab: 0 is neutral. Null where the backdrop is coloured or uneven. */
  readonly chroma: number | null
  /** Stops brighter than the lighting's others on this backdrop; null where there are none. */
  readonly ev: number | null
}

/**
 * Readings of all measured shots.
 *
 * @param evs stops that each is brighter than its lighting's others.
 */
export function lightReadings(
  view: Pick<ShootRows, 'shots' | 'measures' | 'lightings'>,
  evs: ReadonlyMap<string, number>,
): ReadonlyMap<string, LightReading> {
  return new Map(
    view.shots.flatMap((shot) => {
      const measures = view.measures.get(shot.originalHash)?.measures
      if (!measures) return []
      const { backdrop } = measures
      const gains = lightingOf(shot, view.lightings)?.neutral?.gains ?? [1, 1, 1]
      const { even, exposureEv = 0 } = shot.touches.light ?? {}
      const brighter = 2 ** (exposureEv + (even?.ev ?? 0))
      const [r, g, b] = backdrop.linear
      const after: Rgb = [r * gains[0] * brighter, g * gains[1] * brighter, b * gains[2] * brighter]
      const [, a, bStar] = linearToLab(after)
      const grey =
        isPlain(measures) &&
        backdrop.lightness >= THRESHOLDS.paperL &&
        isPlausibleGrey(backdrop.linear)
      return [
        [
          shot.id,
          {
            patch: `rgb(${after.map(byteOfLinear).join(' ')})`,
            chroma: grey ? Math.hypot(a, bStar) : null,
            ev: evs.get(shot.id) ?? null,
          },
        ] as const,
      ]
    }),
  )
}

/** How far out a shot lies, to put the furthest first: 1 is where a finding begins. */
export function outlying({ chroma, ev }: LightReading): number {
  return Math.max((chroma ?? 0) / THRESHOLDS.castChroma, Math.abs(ev ?? 0) / THRESHOLDS.brightEv)
}

/** The shots of each lighting, those that lie furthest out first. */
export function groupByLighting(
  view: Pick<ShootRows, 'shots' | 'lightings'>,
  readings: ReadonlyMap<string, LightReading>,
): { sku: string; name: string; shots: Shot[] }[] {
  const lightings = [...view.lightings.values()].sort((a, b) =>
    (a.takenAt ?? '9') < (b.takenAt ?? '9') ? -1 : 1,
  )
  const rank = (shot: Shot): number => {
    const reading = readings.get(shot.id)
    return reading ? outlying(reading) : 0
  }
  const groups = lightings.map(({ id, name, neutral }) => ({
    sku: '',
    name: neutral ? name : `${name}, no neutral set`,
    shots: view.shots
      .filter(({ lightingId }) => lightingId === id)
      .sort((a, b) => rank(b) - rank(a)),
  }))
  const rest = view.shots.filter(({ lightingId }) => lightingId === null)
  return [...groups, { sku: '', name: 'In no lighting', shots: rest }].filter(
    ({ shots }) => shots.length > 0,
  )
}
