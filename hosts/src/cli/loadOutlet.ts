import { readFile } from 'node:fs/promises'
import { readOutlet } from '@cloudbank/core/brief'
import { READY_OUTLETS, type Outlet } from '@cloudbank/core/outlets'
import { readJson } from './readJson'
import { strings } from './strings'
import { UsageError } from './UsageError'

/**
 * One of the outlets that come along, by its id, or one from a file.
 *
 * @throws UsageError naming the file and each field that is wrong.
 */
export async function loadOutlet(given: string): Promise<Outlet> {
  const ready = READY_OUTLETS.find(({ id }) => id === given)
  if (ready) return ready
  const builtIn = READY_OUTLETS.map(({ id }) => id)
  const text = await readFile(given, 'utf8').catch(() => {
    throw new UsageError(strings.noSuchOutlet(given, builtIn))
  })
  const read = readOutlet(readJson(given, text))
  if (!read.ok) throw new UsageError(strings.problems(given, read.problems))
  return read.outlet
}
