export { exportShoot } from './exportShoot'
export { CONTAINER, ContainerError } from './format'
export { importShoot, isContainer } from './importShoot'
