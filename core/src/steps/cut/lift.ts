import { defineFact } from '../../facts'
import type { Pass } from '../pass'
import { extractForeground } from './extractForeground'
import { seeThroughColours, type SeeThrough } from './seeThrough'

/** Takes the product off its backdrop; null where nothing has been cut. */
export const LIFT = defineFact<Pass | null>('lift', null)

/**
 * Takes the product off its old backdrop.
 *
 * @param fringe01 how much of the backdrop's colour is taken out of the edge, 0…1.
 * @param seeThrough parts of which all of it is taken out, wherever they are.
 */
export const liftBy = (fringe01: number, seeThrough: SeeThrough | null): Pass => ({
  layer: 'lift',
  paint: (picture, place) => {
    const alpha = place.alpha()
    if (!alpha) return
    const { window, photograph } = place
    const colours = seeThrough && seeThroughColours(seeThrough, picture, alpha, window, photograph)
    extractForeground(picture, alpha, fringe01)
    colours?.layOn(picture)
  },
})
