// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { Placement } from '@cloudbank/core/outlets'
import { draw } from '../app/drawn.testing'
import { PlacementLook } from './PlacementLook'

/** The overrides of a placement, and what they save. */
function overrides(changes: Placement['changes']) {
  const save = vi.fn<(words: string, changes: Placement['changes']) => void>()
  const placement = Placement.parse({ id: 'card', name: 'card', longSidePx: 600, changes })
  const { user } = draw(<PlacementLook placement={placement} onProblem={vi.fn()} save={save} />)
  return { save, user }
}

test('enlarging is as in the brief, allowed or refused; what else is set stays', async () => {
  const { save, user } = overrides({ frame: { fillPct: 70 } })
  const enlarging = screen.getByLabelText('Enlarging of card')
  expect((enlarging as HTMLSelectElement).value).toBe('brief')
  await user.selectOptions(enlarging, 'allowed')
  await user.selectOptions(enlarging, 'never')
  expect(save.mock.calls).toEqual([
    ['card: enlarging allowed', { frame: { fillPct: 70, enlarge: true } }],
    ['card: no enlarging', { frame: { fillPct: 70, enlarge: false } }],
  ])
})

test('what is set shows as such, and goes back to the brief', async () => {
  const { save, user } = overrides({
    frame: { enlarge: false },
    ground: { behind: { kind: 'colour', colour: '#F2F2F0' } },
  })
  const enlarging = screen.getByLabelText('Enlarging of card')
  expect((enlarging as HTMLSelectElement).value).toBe('never')
  await user.selectOptions(enlarging, 'brief')
  expect(save).toHaveBeenLastCalledWith('card: enlarging as in the brief', {
    frame: {},
    ground: { behind: { kind: 'colour', colour: '#F2F2F0' } },
  })
  await user.selectOptions(screen.getByLabelText('Backdrop of card'), 'brief')
  expect(save).toHaveBeenLastCalledWith('card: backdrop as in the brief', {
    frame: { enlarge: false },
    ground: {},
  })
})

test('half a ratio is filled up with one; none at all is the brief’s', async () => {
  const { save, user } = overrides({})
  await user.type(screen.getByLabelText('Width of the ratio of card'), '4{Enter}')
  expect(save).toHaveBeenLastCalledWith('card: ratio 4:1', {
    frame: { ratio: { width: 4, height: 1 } },
  })
})
