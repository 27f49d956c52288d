export { readCredit } from './readCredit'
export { WITH_WORDS, withFileWords } from './withFileWords'
export { hasWords, type FileWords } from './xmp'
