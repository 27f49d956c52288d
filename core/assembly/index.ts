export {
  addRow,
  convolveRow,
  encodeRow,
  filterRow1,
  filterRow4,
  layRow,
  linearRow,
  multiplyRow,
} from './rows'
export { maximumFlow } from './gridCut'
