import { readOutlet } from '@cloudbank/core/brief'
import { READY_OUTLETS, type Outlet } from '@cloudbank/core/outlets'
import { readJson } from './readJson'
import { MAX_TEXT_BYTES, readText } from './readText'
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
  const text = await readText(given, MAX_TEXT_BYTES.json, strings.noSuchOutlet(given, builtIn))
  const read = readOutlet(readJson(given, text))
  if (!read.ok) throw new UsageError(strings.problems(given, read.problems))
  return read.outlet
}
