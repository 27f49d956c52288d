import { shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { expect, test } from 'vitest'
import { BriefSteps, SHOP_WHITE } from '@cloudbank/core/brief'
import { touchesFor } from './giveBrief'

const view = shootView()
const airy = {
  ...SHOP_WHITE,
  name: 'Airy',
  steps: BriefSteps.parse({
    ...view.briefRow.brief.steps,
    frame: { ...view.briefRow.brief.steps.frame, fillPct: 60, stand: 'base' },
    ground: { ...view.briefRow.brief.steps.ground, behind: { kind: 'transparent' } },
  }),
}

test('a shot gets what the other brief sets otherwise, and nothing else', () => {
  expect(touchesFor(shotRow('a'), view, airy)).toEqual([
    { step: 'ground', field: 'behind', value: { kind: 'transparent' } },
    { step: 'frame', field: 'fillPct', value: 60 },
    { step: 'frame', field: 'stand', value: 'base' },
  ])
})

test('what it had of its own before is taken off; repairs stay', () => {
  const shot = shotRow('a', {
    touches: { frame: { fillPct: 60, sizePct: 50 }, cut: { repairs: {} } },
  })
  expect(touchesFor(shot, view, view.briefRow.brief)).toEqual([
    { step: 'frame', field: 'fillPct', value: undefined },
    { step: 'frame', field: 'sizePct', value: undefined },
  ])
})
