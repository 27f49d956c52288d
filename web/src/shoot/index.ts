export { DueText } from './DueText'
export { ShootName } from './ShootName'
export { ShootWindow, type ShootDetails } from './ShootWindow'
