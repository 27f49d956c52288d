export { DeliverPage } from './DeliverPage'
