export {
  continueIntake,
  giveFiles,
  holdIntake,
  nameLeftovers,
  tryHeldAgain,
  useIntakeReport,
} from './intake'
export { removeHeld, stopIntake } from './takeOut'
export { partShoots, type IncomingFile } from './takeIn'
export { useHeldBack, useIntake } from './useIntake'
export { useUnpacking, type Unpacking } from '../unpacking'
