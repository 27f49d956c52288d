export { recordVerdict, RETURN_REASONS, type NewVerdict } from './verdicts'
