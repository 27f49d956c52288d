import 'fake-indexeddb/auto'
import { expect, test } from 'vitest'
import { BriefSteps, SHOP_WHITE, type Brief } from '@cloudbank/core/brief'
import { changesBetween } from './keptBriefs'

const changed = (steps: object): Brief => ({ ...SHOP_WHITE, steps: BriefSteps.parse(steps) })

test('what a brief sets otherwise is named with its values, step by step', () => {
  expect(changesBetween(SHOP_WHITE, SHOP_WHITE)).toEqual([])
  const brief = changed({
    light: { exposureEv: 0.5 },
    frame: { fillPct: 70, stand: 'base', enlarge: true },
  })
  expect(changesBetween(brief, SHOP_WHITE)).toEqual([
    'Exposure +0.50',
    'Enlarge on',
    'Fill 70.0 %',
    'Stands on a base line',
  ])
  expect(changesBetween(SHOP_WHITE, brief)).toContain('Enlarge off')
})
