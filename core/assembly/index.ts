export {
  addRow,
  boxRow,
  convolveRow,
  encodeRow,
  filterRow1,
  filterRow4,
  layRow,
  linearRow,
  sumRows,
} from './rows'
export { maximumFlow } from './gridCut'
export { gradeRow } from './grade'
