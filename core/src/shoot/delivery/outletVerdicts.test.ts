import { expect, test } from 'vitest'
import { BriefSteps, isWorkedOn } from '../../brief'
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

test('an outlet that takes no marks on covers breaks its rule with a marked cover alone', () => {
  const marks = [{ kind: 'label', id: 'm', text: 'New' }]
  const { briefRow, shoot } = shootView()
  const steps = BriefSteps.parse({ mark: { marks } })
  const shots = ['a', 'b'].map((id, order) => shotRow(id, { sku: 'M-1', order }))
  const view = shootView({
    shots,
    shoot: { ...shoot, outlets: [bazaar!], ownFiles: false },
    briefRow: { ...briefRow, brief: { ...briefRow.brief, steps } },
  })
  const recipe = recipeOf(view)
  const [listing] = recipe.steps.finish.placements
  const keys = shots.map((shot) => keyOf(shot, recipe, listing!))
  // The plan keeps to it by itself: only the second picture is marked.
  expect(keys.map((key) => isWorkedOn(key, 'mark'))).toEqual([false, true])
  const product = { x: 0.075, y: 0.2, width: 0.85, height: 0.6 }
  const rowsWith = (coverKey: string) =>
    bySlots(
      shots.map(({ id }, i) =>
        renditionRow(id, listing!.id, {
          key: i === 0 ? coverKey : keys[1]!,
          productBox: product,
          // A mark in the corner stands out from the border as well as the product does.
          finished: { ...finished, bytes: 900_000, product: { x: 0, y: 0, width: 1, height: 1 } },
        }),
      ),
    )
  const rulesOf = (coverKey: string) =>
    planDelivery({ ...view, renditions: rowsWith(coverKey) }).items.map(({ broken }) =>
      broken!.map(({ rule }) => rule),
    )
  expect(rulesOf(keys[1]!)).toEqual([['marks'], []])
  expect(rulesOf(keys[0]!)[1]).toEqual([])
})

test('a placement may name its files in its own way', () => {
  const { briefRow } = shootView()
  const steps = BriefSteps.parse({
    finish: {
      placements: [
        { id: 'page', name: 'page', longSidePx: 600 },
        { id: 'plain', name: 'plain', longSidePx: 600, fileNames: '{sku}-plain' },
      ],
    },
  })
  const view = shootView({
    shots: [shotRow('a', { sku: 'M-1', angle: 'front' })],
    briefRow: { ...briefRow, brief: { ...briefRow.brief, steps } },
  })
  expect(planDelivery(view).items.map(({ path }) => path)).toEqual([
    'page/M-1-front.jpg',
    'plain/M-1-plain.jpg',
  ])
})
