export { KNOWN, mendHole, MISSING, UNKNOWN, type Hole } from './mendHole'
export { mendInCells } from './mendInCells'
