export { checkAddress, checkNumber, hostOf, type Reach, type ReachOf } from './checkAddress'
export {
  FETCH_LIMITS,
  fetchGuarded,
  type Fetched,
  type FetchLimits,
  type Lookup,
} from './fetchGuarded'
export { FetchRefusedError, type FetchProblem } from './FetchRefusedError'
