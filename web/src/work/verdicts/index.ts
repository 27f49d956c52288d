export { isReturned, nextReturned, repairStageOf } from './returned'
export { recordVerdict, RETURN_REASONS, type NewVerdict } from './verdicts'
