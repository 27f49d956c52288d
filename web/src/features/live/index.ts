export { LivePage } from './LivePage'
