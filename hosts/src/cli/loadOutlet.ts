import { readFile } from 'node:fs/promises'
import { readOutlet } from '@cloudbank/core/brief'
import { READY_OUTLETS, type Outlet } from '@cloudbank/core/outlets'

/** An outlet that cannot be used, with the reason. */
export class OutletError extends Error {
  override readonly name = 'OutletError'
}

/**
 * One of the outlets that come along, by its id, or one from a file.
 *
 * @throws OutletError naming the file and each field that is wrong.
 */
export async function loadOutlet(given: string): Promise<Outlet> {
  const ready = READY_OUTLETS.find(({ id }) => id === given)
  if (ready) return ready
  const known = READY_OUTLETS.map(({ id }) => id).join(', ')
  const text = await readFile(given, 'utf8').catch(() => {
    throw new OutletError(`${given}: can’t be read; the built-in outlets are ${known}`)
  })
  let data: unknown
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch {
    throw new OutletError(`${given}: not JSON`)
  }
  const read = readOutlet(data)
  if (!read.ok) throw new OutletError(`${given}: ${read.problems.join('\n  ')}`)
  return read.outlet
}
