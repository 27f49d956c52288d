export { nodeCodec } from './nodeCodec'
export { createNodePool } from './nodePool'
