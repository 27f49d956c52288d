export { continueCutOuts, saveCutOuts, stopCutOuts, useCutOutReport } from './cutOuts'
export { saveCutOut } from './saveCutOut'
export { useCutOuts } from './useCutOuts'
