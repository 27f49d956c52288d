import { defineFact } from '../../facts'
import type { Pass } from '../pass'
import { extractForeground } from './extractForeground'

/** Takes the product off its backdrop; null where nothing has been cut. */
export const LIFT = defineFact<Pass | null>('lift', null)

/**
 * Takes the product off its old backdrop.
 *
 * @param fringe01 how much of the backdrop's colour is taken out of the edge, 0…1.
 */
export const liftBy = (fringe01: number): Pass => ({
  layer: 'lift',
  paint: (picture, place) => {
    const alpha = place.alpha()
    if (alpha) extractForeground(picture, alpha, fringe01)
  },
})
