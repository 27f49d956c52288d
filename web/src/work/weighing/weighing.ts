import { workThrough } from '@cloudbank/hosts/runs'
import { database } from '../../data'
import { describeError, useNotices } from '../../notices'
import { oneAtATime } from '../oneAtATime'
import { sharedPool } from '../pool'
import { browserPorts } from '../ports'
import { createReporter } from '../reporter'
import { strings } from '../strings'
import { weighWork } from './weighWork'

export const { useReport: useWeighingReport, reporter } = createReporter()

/** Weighs what waits. Called whenever there is something. */
export const continueWeighing = oneAtATime(work)

async function work(): Promise<void> {
  try {
    await workThrough(weighWork(sharedPool(), database), browserPorts(reporter))
  } catch (error) {
    useNotices.getState().need(strings.weighingStopped(describeError(error)))
  }
}

/** Holds the weighing, or lets it go on; over all tabs. */
export async function holdWeighing(held: boolean): Promise<void> {
  await database.holds.put({ id: 'weighing', held })
}
