import type { Placement } from '../outlets'
import type { Recipe } from './recipe'
import type { Rendition } from './rows'

/** What a placement asks of a picture's looks, as text. */
const lookOf = ({ changes }: Placement): string => JSON.stringify(changes)

/** The placements in which pictures look different, each by the first that has that look. */
export function looksOf({ steps }: Pick<Recipe, 'steps'>): readonly Placement[] {
  const looks = new Map<string, Placement>()
  for (const placement of steps.finish.placements)
    if (!looks.has(lookOf(placement))) looks.set(lookOf(placement), placement)
  return [...looks.values()]
}

/**
 * The rendition that stands for a shot where it is seen small: of those that look as one placement has it the smallest
 * with pixels enough, or the largest; any other where none looks so.
 *
 * @param renditions of one shot.
 * @param placementId the placement that it is seen as; the brief's first where it is missing or gone.
 * @param sidePx longer side that is wanted.
 */
export function seenAs<Row extends Pick<Rendition, 'placementId' | 'width' | 'height'>>(
  renditions: readonly Row[],
  { steps }: Pick<Recipe, 'steps'>,
  sidePx: number,
  placementId: string | null = null,
): Row | undefined {
  const { placements } = steps.finish
  const wanted = placements.find(({ id }) => id === placementId) ?? placements[0]
  const ids = new Set(
    placements
      .filter((placement) => wanted && lookOf(placement) === lookOf(wanted))
      .map(({ id }) => id),
  )
  const alike = renditions.filter((row) => ids.has(row.placementId))
  const side = ({ width, height }: Row): number => Math.max(width, height)
  const bySide = [...(alike.length > 0 ? alike : renditions)].sort((a, b) => side(a) - side(b))
  return bySide.find((row) => side(row) >= sidePx) ?? bySide.at(-1)
}
