export { WorkersPage } from './WorkersPage'
