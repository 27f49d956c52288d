export { exportShoot } from './exportShoot'
export { importShoot, isContainer } from './importShoot'
