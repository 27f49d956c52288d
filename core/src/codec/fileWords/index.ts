export { readCredit } from './readCredit'
export { fittingWords } from './fittingWords'
export { withFileWords } from './withFileWords'
export { hasWords, type FileWords } from './xmp'
