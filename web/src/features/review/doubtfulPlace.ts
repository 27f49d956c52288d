import { planOf, recipeOf } from '../../work/model'
import { useLiveQuery } from 'dexie-react-hooks'
import { database, type Rendition, type ShootView, type Shot } from '../../data'
import { mattesOf } from '../../work/shotJob'

/** A place in a rendition, in fractions of it. */
export type DoubtfulPlace = readonly [x: number, y: number]

const MIDDLE: DoubtfulPlace = [0.5, 0.5]

/** A place in the photograph as it lies in a rendition; null outside of it. */
export function placeIn(
  { window }: Pick<Rendition, 'window'>,
  [x, y]: readonly [number, number],
): DoubtfulPlace | null {
  const place = [(x - window.x) / window.width, (y - window.y) / window.height] as const
  return place.every((value) => value >= 0 && value <= 1) ? place : null
}

/** Where a rendition is to be looked at closely: at the places of its cut that are in doubt, worst first; else its middle. */
export function useDoubtfulPlaces(
  shot: Shot,
  rendition: Rendition | undefined,
  view: ShootView,
): readonly DoubtfulPlace[] {
  const found = useLiveQuery(async () => {
    if (!rendition) return null
    const mattes = await mattesOf(planOf(shot, recipeOf(view)), database)
    const base = mattes.map(({ matte }) => matte).find((matte) => matte.kind === 'cut')
    if (base?.kind !== 'cut') return null
    return base.doubts.flatMap((doubt) => {
      const middle = doubt.points[Math.floor(doubt.points.length / 2)]
      const place = middle && placeIn(rendition, middle)
      return place ? [place] : []
    })
  }, [rendition?.id, shot.touches])
  if (found && found.length > 0) return found
  const box = rendition?.productBox
  return [box ? [box.x + box.width / 2, box.y + box.height / 2] : MIDDLE]
}
