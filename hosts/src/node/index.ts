export { nodeCodec } from './nodeCodec'
export { createNodePool, type NodeEncoders } from './nodePool'
export { createNodeNetworks } from './nodeNetworks'
export { createNodeTypesetter } from './nodeTypesetter'
