import { UNTOUCHED } from '@cloudbank/core/brief'
import { FileHash, ShootId, ShotId } from './ids'
import type { Shot } from './rows'

/** A shot as it comes in, for tests. */
export const shotRow = (id: string, change: Partial<Shot> = {}): Shot => ({
  id: ShotId.parse(id),
  shootId: ShootId.parse('s'),
  fileName: `${id}.jpg`,
  originalHash: FileHash.parse(id),
  sku: null,
  angle: null,
  width: 10,
  height: 10,
  bytes: 1,
  type: 'jpeg',
  order: 0,
  findings: [],
  failure: null,
  lightingId: null,
  sorted: false,
  place: null,
  twinOf: null,
  touches: UNTOUCHED,
  verdict: null,
  ...change,
})
