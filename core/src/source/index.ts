export { photographSource, withPatches, type Patch, type Source } from './source'
export { joined, Sheet, TILE_FLOATS, withSheet, type StoredTile } from './sheet'
