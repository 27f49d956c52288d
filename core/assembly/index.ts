export {
  addRow,
  boxRow,
  convolveRow,
  encodeRow,
  encodeRowOn,
  filterRow1,
  filterRow4,
  layRow,
  linearRow,
  sumRows,
} from './rows'
export { maximumFlow } from './gridCut'
export { gradeRow } from './grade'
export { octaves } from './octaves'
export { densities } from './mixture'
export { squaredDistances } from './distance'
