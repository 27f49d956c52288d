export { hasSeeThrough, seeThroughShare } from './seeThroughShare'
export { coverSeeThrough, seeThroughOf, type SeeThrough } from './coverSeeThrough'
export { seeThroughColours } from './seeThroughColours'
