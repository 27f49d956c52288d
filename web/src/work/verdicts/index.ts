export {
  isChangedSince,
  recordVerdict,
  RETURN_REASONS,
  verdictWords,
  type Verdict,
} from './verdicts'
