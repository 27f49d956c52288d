import { expect, test } from 'vitest'
import { READY_OUTLETS, type FinishedFile, type Outlet } from '../../outlets'
import { renditionRow, shotRow } from '../rows/rows.testing'
import { bySlots, shootView } from '../rows/view.testing'
import { createShootModel } from '../createShootModel'
import { setAsideIn } from './chooseFor'
import { outletVerdicts } from './outletVerdicts'

const { keyOf, planDelivery, recipeOf, stepsFor } = createShootModel()

const [, bazaar, , , trailpost] = READY_OUTLETS as readonly Outlet[]
const outlets = [bazaar!, trailpost!]

const finished: FinishedFile = {
  type: 'jpeg',
  width: 1600,
  height: 1600,
  bytes: 2_000_000,
  border: { colour: '#FFFFFF', spread: 0, clear01: 0 },
  product: { x: 0.075, y: 0.2, width: 0.85, height: 0.6 },
  hasProfile: true,
  dpi: 72,
}

test('a shot keeps to an outlet’s rules, breaks one, is not made, or is set aside', () => {
  const shots = ['a', 'b'].map((id, order) => shotRow(id, { sku: 'M-1', order }))
  const view = shootView({ shots, shoot: { ...shootView().shoot, outlets, ownFiles: false } })
  const recipe = recipeOf(view)
  const [listing] = recipe.steps.finish.placements
  const row = (id: string, bytes: number) =>
    renditionRow(id, listing!.id, {
      key: keyOf(
        shots.find((shot) => shot.id === id)!,
        recipe,
        listing!,
      ),
      finished: { ...finished, bytes },
    })
  const made = { ...view, renditions: bySlots([row('a', 2_000_000), row('b', 900_000)]) }
  const found = outletVerdicts(made, planDelivery(made))
  expect(found.get('a')).toEqual([
    {
      outlet: 'Pinfold Bazaar',
      state: 'breaks',
      words: 'Too heavy: 2.0\u00a0MB; 1.0\u00a0MB',
    },
    { outlet: 'Trailpost', state: 'not-made', words: '' },
  ])
  expect(found.get('b')!.map(({ state }) => state)).toEqual(['keeps', 'aside'])
})

test('a picture is set aside where no product of its shot has room for it', () => {
  const shots = [
    shotRow('b', { sku: 'M-1', order: 1, place: 1 }),
    shotRow('a', { sku: 'M-1', order: 0, place: 2 }),
    shotRow('c', { sku: 'M-1', order: 2, place: 3, alsoFor: ['M-2'] }),
    shotRow('d', { sku: 'M-3', order: 3, going: { [trailpost!.id]: 'out' } }),
  ]
  expect([...setAsideIn(outlets, shots)].sort()).toEqual([
    'trailpost.banner/a',
    'trailpost.banner/d',
  ])
})

test('a shoot makes the placements of its brief, of its outlets, or both; the same object for the same', () => {
  const { steps } = shootView().briefRow.brief
  const ids = (destined: { outlets: Outlet[]; ownFiles: boolean }) =>
    stepsFor(steps, destined).finish.placements.map(({ id }) => id)
  expect(stepsFor(steps, { outlets: [], ownFiles: false })).toBe(steps)
  expect(ids({ outlets, ownFiles: false })).toEqual(['pinfold-bazaar.listing', 'trailpost.banner'])
  expect(ids({ outlets, ownFiles: true })).toEqual([
    'page',
    'card',
    'pinfold-bazaar.listing',
    'trailpost.banner',
  ])
  const both = { outlets, ownFiles: true }
  expect(stepsFor(steps, both)).toBe(stepsFor(steps, both))
})
