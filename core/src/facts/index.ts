export {
  defineFact,
  found,
  noFacts,
  withFound,
  type Fact,
  type Found,
  type ShotFacts,
} from './facts'
