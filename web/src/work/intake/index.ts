export {
  continueIntake,
  giveFiles,
  holdIntake,
  nameLeftovers,
  tryHeldAgain,
  useIntakeReport,
} from './intake'
export { partShoots, type IncomingFile } from './takeIn'
export { useHeldBack, useIntake } from './useIntake'
export { useUnpacking } from './unpackZip'
