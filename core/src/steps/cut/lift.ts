import type { Pass } from '../pass'
import { extractForeground } from './extractForeground'

/** Takes the product off its old backdrop. */
export const LIFT: Pass = {
  phase: 'lift',
  paint: (picture, place) => {
    const alpha = place.alpha()
    if (alpha) extractForeground(picture, alpha)
  },
}
