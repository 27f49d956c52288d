export { Row } from './Row'
