/** Steps of quality within which another is tried. */
const REACH = 6

/**
 * The qualities at which a plain ground may come out exactly, in the order in which they are to be tried: the wanted
 * one, those above it, then those below. How colours are rounded goes up and down with the tables of each quality.
 */
export function qualitiesNear(
  qualityPct: number,
  { least, most }: { least: number; most: number },
): number[] {
  const steps = Array.from({ length: REACH }, (_, i) => i + 1)
  return [
    qualityPct,
    ...steps.map((step) => qualityPct + step),
    ...steps.map((step) => qualityPct - step),
  ].filter((quality) => quality === qualityPct || (quality >= least && quality <= most))
}
