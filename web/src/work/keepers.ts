import { database, sweep, watchTables } from '../data'
import { attempt } from '../notices'
import { continueCutOuts } from './cutOuts'
import { continueIntake, nameLeftovers } from './intake'
import { continueLive } from './live'
import { continueMeasuring } from './measuring'
import { followRoom } from './room'
import { keepRunsGoing, resumeForRoom } from './runs'
import { followSetAside } from './setAside'
import { strings } from './strings'
import { followFolders } from './watching'
import { continueWeighing } from './weighing'

/** Measuring waits until the first screen is there, in ms. */
const MEASURING_AFTER_MS = 2000
/** What nothing points to any more is freed this often, in ms. */
const SWEEP_EVERY_MS = 10 * 60_000

/** Goes on with all work that an earlier session left, and keeps house. Called once, when the app starts. */
export function startKeepers(): void {
  followSetAside()
  attempt(nameLeftovers())
  keepRunsGoing()
  // There may be room by now; if not, they are held again.
  attempt(resumeForRoom())
  followRoom()
  keepGoing(null, ['cutOuts'], hasCutOuts, continueCutOuts)
  keepGoing(null, ['goLives'], hasLive, continueLive)
  keepGoing('weighing', ['weighed', 'holds'], hasWeighing, continueWeighing)
  keepGoing('intake', ['arrivals', 'holds'], hasArrivals, continueIntake)
  setTimeout(
    () =>
      keepGoing(
        'measuring',
        ['measureTasks', 'arrivals', 'holds'],
        hasMeasuring,
        continueMeasuring,
      ),
    MEASURING_AFTER_MS,
  )
  followFolders()
  setInterval(() => attempt(sweep(), strings.unusedFilesCouldntBeFreed), SWEEP_EVERY_MS)
}

/**
 * Stands in line for work whenever there is some, wherever it came from: so another tab takes over when the
 * one that worked is closed, or one was let go on by another.
 */
function keepGoing(
  /** By which it is held; null where it is stopped only. */
  hold: 'intake' | 'measuring' | 'weighing' | null,
  tables: readonly string[],
  isThere: () => Promise<boolean>,
  goOn: () => Promise<void>,
): void {
  const look = async (): Promise<void> => {
    const held = hold !== null && (await database.holds.get(hold))?.held === true
    if (!held && (await isThere())) await goOn()
  }
  watchTables(database, tables, () => attempt(look()))
  attempt(look())
}

const hasCutOuts = async (): Promise<boolean> => (await database.cutOuts.count()) > 0

const hasLive = async (): Promise<boolean> =>
  (await database.goLives.where('state').equals('running').limit(1).count()) > 0

const hasWeighing = async (): Promise<boolean> =>
  (await database.weighed.where('state').equals('waiting').limit(1).count()) > 0

const hasArrivals = async (): Promise<boolean> =>
  (await database.arrivals.where('state').equals('waiting').limit(1).count()) > 0

/** Photographs come in first: nobody can work with one that is not there. */
const hasMeasuring = async (): Promise<boolean> =>
  (await database.measureTasks.limit(1).count()) > 0 && !(await hasArrivals())
