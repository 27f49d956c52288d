// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { Placement } from '@cloudbank/core/outlets'
import { draw } from '../app/drawn.testing'
import { PlacementTable } from './PlacementTable'

const page = Placement.parse({ id: 'size-2', name: 'page', longSidePx: 1200 })
const card = Placement.parse({
  id: 'card',
  name: 'card',
  longSidePx: 600,
  limitBytes: 90_000,
  likeness: 0.98,
})

type Saved = readonly [words: string, next: readonly Placement[]]

/** The table of these placements, and what it saves. */
function table(placements: readonly Placement[], max = 8) {
  const saved: Saved[] = []
  const { user } = draw(
    <PlacementTable
      max={max}
      placements={placements}
      save={(words, next) => saved.push([words, next])}
    />,
  )
  const row = (name: string) =>
    within(
      screen
        .getAllByRole('group')
        .find((each) => within(each).queryByDisplayValue(name) !== null) as HTMLElement, // asserted by its use
    )
  return { saved, user, row }
}

test('a limit is written in KB and kept in bytes; an empty field lifts it', async () => {
  const { saved, user, row } = table([page, card])
  const limit = row('card').getByLabelText('Limit')
  expect((limit as HTMLInputElement).value).toBe('90')
  await user.clear(limit)
  await user.type(limit, '64{Enter}')
  await user.clear(limit)
  await user.tab()
  expect(saved).toEqual([
    ['Placement card', [page, { ...card, limitBytes: 64_000 }]],
    ['Placement card', [page, { ...card, limitBytes: null }]],
  ])
})

test('what is out of range is refused in words, and nothing is saved', async () => {
  const { saved, user, row } = table([page])
  const side = row('page').getByLabelText('Longer side')
  await user.clear(side)
  await user.type(side, '3{Enter}')
  expect(screen.getByRole('alert').textContent).toMatch(/^Longer side: a whole number from \d+ to/)
  await user.clear(side)
  await user.type(side, '1600.5{Enter}')
  expect(screen.getByRole('alert')).toBeTruthy()
  expect(saved).toEqual([])
  await user.clear(side)
  await user.type(side, '1600{Enter}')
  expect(screen.queryByRole('alert')).toBeNull()
  expect(saved).toEqual([['Placement page', [{ ...page, longSidePx: 1600 }]]])
})

test('a likeness may be as fine as its range, a quality a whole per cent only', async () => {
  const { saved, user, row } = table([card])
  const likeness = row('card').getByLabelText('Likeness')
  await user.clear(likeness)
  await user.type(likeness, '0.985{Enter}')
  expect(saved).toEqual([['Placement card', [{ ...card, likeness: 0.985 }]]])
  const quality = row('card').getByLabelText('Quality')
  await user.clear(quality)
  await user.type(quality, '0{Enter}')
  expect(screen.getByRole('alert').textContent).toMatch(/^Quality: /)
})

test('even weight can be asked for only where there is a limit', async () => {
  const { saved, user, row } = table([page, card])
  expect((row('page').getByRole('checkbox') as HTMLInputElement).disabled).toBe(true)
  await user.click(row('card').getByRole('checkbox'))
  expect(saved).toEqual([['Placement card', [page, { ...card, weighsAlike: true }]]])
})

test('a format is chosen, a name is changed, an empty one is not taken', async () => {
  const { saved, user, row } = table([page])
  await user.selectOptions(row('page').getByLabelText('Format'), 'webp')
  const name = row('page').getByLabelText('Name of the placement')
  await user.clear(name)
  await user.tab()
  expect((name as HTMLInputElement).value).toBe('page')
  await user.clear(name)
  await user.type(name, ' hero {Enter}')
  expect(saved).toEqual([
    ['Placement page', [{ ...page, format: 'webp' }]],
    ['Placement page', [{ ...page, name: 'hero' }]],
  ])
})

test('a placement is added under an id of its own, up to the limit; the last one stays', async () => {
  const { saved, user } = table([page], 2)
  await user.click(screen.getByRole('button', { name: 'Add a placement' }))
  const [words, next] = saved[0]!
  expect(words).toBe('Placement added')
  // “size-2” is taken.
  expect(next.map(({ id }) => id)).toEqual(['size-2', 'size-3'])
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Remove' }).disabled).toBe(true)
})

test('one of several is removed; a full table takes no more', async () => {
  const { saved, user, row } = table([page, card], 2)
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add a placement' }).disabled).toBe(
    true,
  )
  await user.click(row('page').getByRole('button', { name: 'Remove' }))
  expect(saved).toEqual([['Placement page removed', [card]]])
})

test('a placement has file names of its own, or the brief’s where its field is empty', async () => {
  const { saved, user, row } = table([page])
  const names = row('page').getByLabelText('File names of this placement')
  await user.type(names, '{{sku}-marked{Enter}')
  expect(saved.at(-1)?.[1][0]?.fileNames).toBe('{sku}-marked')
  await user.clear(names)
  await user.type(names, '{{ }{Enter}')
  expect(screen.getByRole('alert').textContent).toContain('between { and }')
})
