export { DemoPage } from './DemoPage'
export { HomePage } from './HomePage'
