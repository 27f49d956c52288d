export { photographSource, withPatches, type Patch, type Source } from './source'
