export type { ErrorData, FromWorker, Job, JobResults, Source, ToWorker } from './protocol'
export { serveEngine, type WorkerPlatform } from './serveEngine'
export { dataToError, errorToData, WorkerLostError } from './workerErrors'
export { WorkerPool, type JobOptions, type WorkerEndpoint } from './WorkerPool'
