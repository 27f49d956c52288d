export { ShotPage } from './ShotPage'
