export { nodeCodec } from './nodeCodec'
export { createNodePool } from './nodePool'
export { createNodeNetworks } from './nodeNetworks'
