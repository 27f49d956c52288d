export {
  addRow,
  convolveRow,
  encodeRow,
  filterRow1,
  filterRow4,
  linearRow,
  multiplyRow,
} from './rows'
export { maximumFlow } from './gridCut'
