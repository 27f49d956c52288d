import { database, keepReserve, sweep } from '../data'
import { attempt } from '../notices'
import { continueIntake } from './intake'
import { isHeldForRoom, resumeForRoom } from './runs'

/** How often it is asked whether a full browser has room again, in ms. */
const ASK_EVERY_MS = 10_000
/** Room that makes another try worth while, in bytes. */
const WORTH_WHILE_BYTES = 16 * 1024 * 1024

/** Frees what can be freed, and lets go on what waited for room. */
export async function makeRoom(): Promise<{ files: number; bytes: number }> {
  const swept = await sweep(undefined, { versions: 0 })
  await goOnWithRoom()
  return swept
}

/** Lets go on what waited for room. */
export async function goOnWithRoom(): Promise<void> {
  await resumeForRoom()
  await continueIntake()
  await keepSomeBack()
}

/** Its own lack of room is no news: what needs room says so itself. */
const keepSomeBack = (): Promise<void> => keepReserve().catch(() => undefined)

/** Keeps some room back, and lets go on what waits for room once there is some more, whoever made it: another tab, or the disk. */
export function followRoom(): void {
  void keepSomeBack()
  /** The least room that was free while something waited. */
  let least = Infinity
  const look = async (): Promise<void> => {
    if (!(await isHeldForRoom(database))) {
      least = Infinity
      return
    }
    const { quota = 0, usage = 0 } = await navigator.storage.estimate()
    const free = quota - usage
    if (free > least + WORTH_WHILE_BYTES) await goOnWithRoom()
    least = Math.min(least, free)
  }
  setInterval(() => attempt(look()), ASK_EVERY_MS)
}
