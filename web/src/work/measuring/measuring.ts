import { workThrough } from '@cloudbank/hosts/runs'
import { useNotices } from '../../notices'
import { database } from '../../data'
import { describeError } from '../../notices'
import { sharedPool } from '../pool'
import { oneAtATime } from '../oneAtATime'
import { browserPorts } from '../ports'
import { createReporter } from '../reporter'
import { makeArrivals } from '../runs'
import { measureWork } from './measureWork'
import { strings } from '../strings'

export const { useReport: useMeasuringReport, reporter } = createReporter()

/** Measures what has not been. Called whenever there is something. */
export const continueMeasuring = oneAtATime(work)

async function work(): Promise<void> {
  const { need } = useNotices.getState()
  const onFailure = (fileName: string, reason: string): void =>
    need(strings.wasNotMeasured(fileName, reason))
  try {
    const going = measureWork(sharedPool(), database, onFailure, (id) => makeArrivals(id))
    await workThrough(going, browserPorts(reporter))
  } catch (error) {
    need(strings.measuringStoppedItResumesWhen(describeError(error)))
  }
}

/** Holds the measuring, or lets it go on; over all tabs. */
export async function holdMeasuring(held: boolean): Promise<void> {
  await database.holds.put({ id: 'measuring', held })
}
