export { WorkStrip } from './WorkStrip'
