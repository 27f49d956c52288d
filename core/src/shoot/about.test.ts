import { describe, expect, test } from 'vitest'
import { BriefSteps } from '../brief'
import { Mark } from '../steps'
import { createShootModel } from './createShootModel'
import { shotRow as shot } from './rows/rows.testing'
import { shootView } from './rows/view.testing'
import type { Product } from './rows'

const model = createShootModel()
const HASH = (letter: string) => letter.repeat(64)
const product = (sku: string, change: Partial<Product> = {}): Product =>
  ({
    id: sku,
    shootId: 's',
    sku,
    name: 'Mug',
    brand: '',
    type: 'Mug',
    variant: '',
    colour: 'blue',
    barcode: '',
    price: '14.50',
    more: { Was: '19.00' },
    ...change,
  }) as Product
const shots = [
  shot('a', { sku: 'M', angle: 'front', place: 2, order: 0, originalHash: HASH('a') as never }),
  shot('b', { sku: 'M', angle: 'top', place: 1, order: 1, originalHash: HASH('b') as never }),
  shot('c', { sku: null, angle: null, order: 2, originalHash: HASH('c') as never }),
]
const withMark = (mark: object) =>
  BriefSteps.parse({ mark: { marks: [Mark.parse({ kind: 'label', id: 'm', ...mark })] } })
const viewWith = (steps: BriefSteps, change: object = {}) => {
  const view = shootView({ shots, products: new Map([['M', product('M')]]), ...change })
  return { ...view, briefRow: { ...view.briefRow, brief: { ...view.briefRow.brief, steps } } }
}
const [front, top, lone] = shots as [never, never, never]
const keyOf = (view: ReturnType<typeof viewWith>, one: never): string => {
  const recipe = model.recipeOf(view)
  return model.keyOf(one, recipe, recipe.steps.finish.placements[0]!)
}

describe('what marks may say of a shot', () => {
  test('is its product’s data, whether it is the cover, the day, and the photographs beside it', () => {
    const view = viewWith(withMark({ text: '{price}' }))
    const { about } = model.planOf(front, model.recipeOf(view))
    expect(about).toMatchObject({
      isCover: false,
      day: '2026-06-01',
      words: { sku: 'M', price: '14.50', was: '19.00', number: '2' },
      pictures: { front: { hash: HASH('a') }, top: { hash: HASH('b') } },
    })
    expect(model.planOf(top, model.recipeOf(view)).about.isCover).toBe(true)
    expect(model.planOf(lone, model.recipeOf(view)).about).toMatchObject({
      isCover: true,
      pictures: {},
    })
  })

  test('is not asked of a shoot without marks', () => {
    const view = viewWith(BriefSteps.parse({}))
    const recipe = model.recipeOf(view)
    expect(model.planOf(front, recipe).about.words).toEqual({})
    const other = { ...view, products: new Map([['M', product('M', { price: '9' })]]) }
    expect(model.recipeOf(other)).toBe(recipe)
  })
})

describe('a rendition’s key', () => {
  test('changes with what its marks say, and with nothing else of the product', () => {
    const steps = withMark({ text: '{price}' })
    const dearer = new Map([['M', product('M', { price: '15.00' })]])
    const renamed = new Map([['M', product('M', { name: 'Cup' })]])
    const before = keyOf(viewWith(steps), front)
    expect(keyOf(viewWith(steps, { products: dearer }), front)).not.toBe(before)
    expect(keyOf(viewWith(steps, { products: renamed }), front)).toBe(before)
  })

  test('is that of a plain one where a rule leaves its marks out', () => {
    const plain = viewWith(BriefSteps.parse({}))
    const covers = viewWith(withMark({ text: 'New', rule: { cover: 'cover' } }))
    expect(keyOf(covers, front)).toBe(keyOf(plain, front))
    expect(keyOf(covers, top)).not.toBe(keyOf(plain, top))
    const over = viewWith(withMark({ text: 'New', rule: { until: '2026-06-01' } }))
    expect(keyOf(over, front)).not.toBe(keyOf(plain, front))
    expect(keyOf({ ...over, day: '2026-06-02' }, front)).toBe(keyOf(plain, front))
  })

  test('goes by the file of an inset, whichever angle it was asked by', () => {
    const steps = withMark({ kind: 'inset', picture: { from: { kind: 'angle', angle: 'top' } } })
    const plan = model.planOf(front, model.recipeOf(viewWith(steps)))
    expect(plan.assets).toEqual([{ role: 'picture', name: 'top', hash: HASH('b') }])
    const other = shots.map((one) =>
      one.id === 'b' ? { ...one, originalHash: HASH('d') as never } : one,
    )
    expect(keyOf(viewWith(steps, { shots: other }), front)).not.toBe(keyOf(viewWith(steps), front))
  })

  test('stays the same object’s while other shots change', () => {
    const view = viewWith(withMark({ text: '{price}' }))
    const touched = shots.map((one) => ({ ...one, verdict: null, failure: one.id }))
    expect(model.recipeOf({ ...view, shots: touched })).toBe(model.recipeOf(view))
  })
})
