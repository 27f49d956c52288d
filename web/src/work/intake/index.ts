export { continueIntake, giveFiles, holdIntake, tryHeldAgain, useIntakeReport } from './intake'
export { type IncomingFile } from './takeIn'
export { useHeldBack, useIntake } from './useIntake'
export { useUnpacking } from './unpackZip'
