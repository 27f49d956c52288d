export { AddressRefusedError, allowHost, fetchAddress, readHosts, writeHosts } from './fetchAddress'
export { gatherAddresses, gatherFiles, gatherShoot, type Gathered } from './gather'
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
