export type {
  ErrorData,
  FromWorker,
  Job,
  JobAsset,
  JobResults,
  KeyedMatte,
  FileSource,
  ToWorker,
} from './protocol'
export { UnreachableError } from '../unreachable'
export { createAssetStore, type AssetStore } from './assetStore'
export { unpackLook } from './lookFile'
export { serveEngine, type WorkerPlatform } from './serveEngine'
export { dataToError, errorToData, WorkerLostError } from './workerErrors'
export {
  WorkerPool,
  type JobOptions,
  type JobTurn,
  type Jobs,
  type OnFetching,
  type WorkerEndpoint,
} from './WorkerPool'
export { sha256 } from './sha256'
export { SCENE_STAGE } from './protocol'
