export { BenchPage } from './BenchPage'
export { BenchPlace } from './BenchPlace'
