import { SHOP_WHITE } from '@cloudbank/core/brief'
import { briefId, runId, shootId } from '@cloudbank/core/shoot/testing'
import type { Run } from './rows'

export const runRow = (id: string, change: Partial<Run> = {}): Run => ({
  id: runId(id),
  shootId: shootId('s'),
  brief: SHOP_WHITE,
  briefId: briefId('b'),
  state: 'running',
  heldFor: null,
  total: 0,
  done: 0,
  failed: 0,
  made: 0,
  startedAt: 0,
  endedAt: null,
  workedMs: 0,
  ...change,
})
