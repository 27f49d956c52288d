export { continueMeasuring, holdMeasuring, useMeasuringReport } from './measuring'
export { useMeasuring } from './useMeasuring'
