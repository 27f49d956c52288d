export { ALT_PROBLEMS, altProblems, MAX_ALT_LETTERS, type AltProblem } from './altText'
export { safeStem, stemOf, uniqueStems } from './fileNames'
export {
  expandPattern,
  NamePattern,
  PICTURE_WORDS,
  variablesOf,
  type PictureWords,
} from './namePattern'
export { NOTHING_KNOWN, type ShotAbout } from './shotAbout'
