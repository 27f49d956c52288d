export { WeighInPage } from './WeighInPage'
export { WeighInsPage } from './WeighInsPage'
