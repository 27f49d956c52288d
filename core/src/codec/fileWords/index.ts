export { readCredit } from './readCredit'
export { withFileWords } from './withFileWords'
export { hasWords, type FileWords } from './xmp'
