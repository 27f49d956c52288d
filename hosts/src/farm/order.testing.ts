import { createHash } from 'node:crypto'
import { planShot, SHOP_WHITE } from '@cloudbank/core/brief'
import type { Order } from '../orders'
import type { WorkOptions } from './queue'

export const hashOf = (bytes: Uint8Array | string): string =>
  createHash('sha256').update(bytes).digest('hex')

/** An order of this name. */
export const orderOf = (name: string, changed: Partial<Order> = {}): Order => ({
  id: hashOf(name),
  name,
  group: 'shoot',
  urgent: false,
  plan: planShot(hashOf('photograph'), SHOP_WHITE.steps),
  only: ['page'],
  source: hashOf('photograph'),
  assets: [],
  mattes: [],
  look: null,
  ...changed,
})

/** How a test's worker works. */
export const workOf = (slots: number, name = 'worker'): WorkOptions => ({
  slots,
  report: () => ({
    name,
    slots,
    atWork: [],
    made: 0,
    failed: 0,
    perMinute: 0,
    stagesMs: {},
    startedAt: 0,
    at: Date.now(),
  }),
})
