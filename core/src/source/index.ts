export { photographSource, withPatches, type Patch, type Source } from './source'
export { joined, Sheet, withSheet } from './sheet'
