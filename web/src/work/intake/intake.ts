import { ContainerError } from '@cloudbank/core/shoot'
import { workThrough } from '@cloudbank/hosts/runs'
import { countOf } from '@cloudbank/core/words'
import { useNotices } from '../../notices'
import { database, type Shoot, type ShootId } from '../../data'
import { describeError, isNoRoom } from '../../notices'
import { sharedPool } from '../pool'
import { oneAtATime } from '../oneAtATime'
import { ifGone, TAB } from '../tab'
import { browserPorts } from '../ports'
import { createReporter } from '../reporter'
import { intakeWork } from './intakeWork'
import { keepingTabs, nameLost, takeIn, type IncomingFile } from './takeIn'
import { strings } from '../strings'

export const { useReport: useIntakeReport, reporter } = createReporter()

/**
 * Looks at what is in line. Over all tabs one works; the others wait for their turn and find nothing left.
 * Called whenever there is something.
 */
export const continueIntake = oneAtATime(work)

async function work(): Promise<void> {
  try {
    await workThrough(intakeWork(sharedPool(), database, sayShoot), browserPorts(reporter))
  } catch (error) {
    const waiting = await database.arrivals.count()
    const what = countOf(waiting, 'file')
    useNotices
      .getState()
      .need(
        isNoRoom(error)
          ? strings.noSpaceLeftInThis(what)
          : strings.importStoppedWaitingImportResumes(describeError(error), what),
      )
  }
}

function sayShoot(fileName: string, brought: Shoot | ContainerError): void {
  const { say, need } = useNotices.getState()
  if (brought instanceof ContainerError) need(strings.couldntBeImported(fileName, brought.message))
  else say(strings.wasImportedFrom(brought.name, fileName))
}

/** Gives files to a shoot. What there is no room for is said at once, by name. */
export async function giveFiles(shootId: ShootId, files: readonly IncomingFile[]): Promise<void> {
  const { need } = useNotices.getState()
  try {
    const { noRoom } = await takeIn(shootId, files, TAB)
    const [first, ...others] = noRoom
    if (first !== undefined)
      need(
        `No space left in this browser for ${first}${others.length > 0 ? ` and ${countOf(others.length, 'more file', 'more files')}` : ''}. Free some on the home page, then drop ${others.length > 0 ? 'them' : 'it'} again.`,
      )
  } catch (error) {
    need(strings.filesCouldntBeSaved(describeError(error)))
  }
}

/** Names the files that tabs which have been closed had not kept yet. */
export async function nameLeftovers(): Promise<void> {
  for (const tab of await keepingTabs()) await ifGone(tab, () => nameLost(tab))
}

/** Holds the intake, or lets it go on; over all tabs. */
export async function holdIntake(held: boolean): Promise<void> {
  await database.holds.put({ id: 'intake', held })
}

/** Tries again what workers ended over. */
export async function tryHeldAgain(shootId: ShootId): Promise<void> {
  await database.arrivals
    .where('shootId')
    .equals(shootId)
    .filter(({ state }) => state === 'held')
    .modify({ state: 'waiting', heldFor: '', tries: 0 })
}
