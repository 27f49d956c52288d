import type { EdgeFinder } from './edge'

/** Draws nothing of its own: the outline stays where the coarse cut has it. */
export const coarseEdge: EdgeFinder = ({ coarse }) => Promise.resolve(coarse)
