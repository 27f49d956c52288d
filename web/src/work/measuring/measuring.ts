import { workThrough } from '@cloudbank/hosts/runs'
import { useNotices } from '../../notices'
import { database } from '../../data'
import { describeError } from '../../notices'
import { sharedPool } from '../pool'
import { browserPorts } from '../ports'
import { createReporter } from '../reporter'
import { measureWork } from './measureWork'

export const { useReport: useMeasuringReport, reporter } = createReporter()

let working: Promise<void> | null = null
let again = false

/** Measures what has not been; called after intake and when the app starts. */
export function continueMeasuring(): Promise<void> {
  if (working) again = true
  working ??= work().finally(() => {
    working = null
    if (!again) return
    again = false
    void continueMeasuring()
  })
  return working
}

async function work(): Promise<void> {
  const { need } = useNotices.getState()
  const onFailure = (fileName: string, reason: string): void =>
    need(`${fileName} was not measured: ${reason}.`)
  try {
    await workThrough(measureWork(sharedPool(), database, onFailure), browserPorts(reporter))
  } catch (error) {
    need(
      `Measuring stopped: ${describeError(error)}. It goes on when Cloudbank is opened again.`,
    )
  }
}

/** Holds the measuring, or lets it go on; over all tabs. */
export async function holdMeasuring(held: boolean): Promise<void> {
  await database.holds.put({ id: 'measuring', held })
  if (!held) void continueMeasuring()
}
