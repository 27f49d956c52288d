export type { EdgeFinder, EdgeQuestion } from './edge'
export { enlargePart, type Enlargement, type Enlarger } from './enlarger'
export { NETWORK_FILES, type NetworkFile } from './files'
export {
  FINDER_SIDE_PX,
  giveLook,
  knownLookAt,
  knownLookWith,
  LOOK_STEPS,
  lookAt,
  lookWith,
  spreadProbability,
  type Finder,
  type FinderAnswer,
  type FinderQuestion,
  type Look,
} from './finder'
export { finderOf, type NetworkId, type NetworkOf, type Networks } from './networks'
