import { sweep } from '../data'
import { continueIntake, onTakenIn } from './intake'
import { continueMeasuring } from './measuring'
import { keepRunsGoing, resumeForRoom } from './runs'

/** Measuring waits until the first screen is there, in ms. */
const MEASURING_AFTER_MS = 2000
/** What nothing points to any more is freed this often, in ms. */
const SWEEP_EVERY_MS = 10 * 60_000

/** Goes on with all work that an earlier session left, and keeps house. Called once, when the app starts. */
export function startKeepers(): void {
  keepRunsGoing()
  onTakenIn(() => void continueMeasuring())
  void continueIntake()
  setTimeout(() => void continueMeasuring(), MEASURING_AFTER_MS)
  setInterval(() => void sweep().catch(() => undefined), SWEEP_EVERY_MS)
}

/** Frees what can be freed, and lets go on what waited for room. */
export async function makeRoom(): Promise<{ files: number; bytes: number }> {
  const swept = await sweep(undefined, { versions: 0 })
  await goOnWithRoom()
  return swept
}

/** Lets go on what waited for room. */
export async function goOnWithRoom(): Promise<void> {
  await resumeForRoom()
  void continueIntake()
}
