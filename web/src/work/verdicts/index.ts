export { recordVerdict, RETURN_REASONS } from './verdicts'
