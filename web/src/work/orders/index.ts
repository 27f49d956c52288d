export { makersOfRuns, queueReport, type Makers } from './makers'
