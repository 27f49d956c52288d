export { barriers } from './barriers'
export { edgeContrast, type Contrast } from './edgeContrast'
export { sharpEdges, type Edges } from './sharpEdges'
