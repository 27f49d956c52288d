export { type AnyFinding, type FindingTable, type FindingWords, type Weight } from './finding'
export { isPlain, type MeasuredPhotograph, type Surroundings } from './photograph'
export { THRESHOLDS } from './thresholds'
