import type { BullOptions } from './bullQueue'
import { createProcessQueue } from './processQueue'
import type { QueuePort } from './queue'

/** The queue at an address, `redis://…`; null for one within this process. */
export async function openQueue(address: string | null, options?: BullOptions): Promise<QueuePort> {
  if (address === null) return createProcessQueue()
  const { createBullQueue } = await import('./bullQueue')
  return createBullQueue(address, options)
}
