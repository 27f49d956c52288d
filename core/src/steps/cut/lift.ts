import type { Pass } from '../pass'
import { extractForeground } from './extractForeground'

/**
 * Takes the product off its old backdrop.
 *
 * @param fringe01 how much of the backdrop's colour is taken out of the edge, 0…1.
 */
export const liftBy = (fringe01: number): Pass => ({
  phase: 'lift',
  paint: (picture, place) => {
    const alpha = place.alpha()
    if (alpha) extractForeground(picture, alpha, fringe01)
  },
})
