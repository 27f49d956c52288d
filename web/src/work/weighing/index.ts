export { AddressRefusedError, allowHost, fetchAddress, readHosts, writeHosts } from './fetchAddress'
export { gatherAddresses } from './gatherAddresses'
export type { Gathered } from './gathered'
export { gatherFiles } from './gatherFiles'
export { gatherShoot } from './gatherShoot'
export { fileStem, saveZip, shootOf, worthMaking, zipOf } from './leave'
export {
  deleteWeighIn,
  restoreWeighIn,
  startWeighIn,
  weighAgain,
  type WholeWeighIn,
} from './weighIns'
export { continueWeighing, holdWeighing, useWeighingReport } from './weighing'
export { useWeighing, type WeighingProgress } from './useWeighing'
export { weighedFileId } from './weighWork'
