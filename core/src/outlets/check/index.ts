export { checkFile, RULE_IDS, RULE_WORDS, type BrokenRule, type RuleId } from './checkFile'
export { remedyFor, type Remedy } from './remedy'
export { readFinished, type FinishedFile } from './readFinished'
