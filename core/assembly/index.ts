export { addRow, convolveRow, encodeRow, filterRow1, filterRow4, linearRow } from './rows'
export { maximumFlow } from './gridCut'
