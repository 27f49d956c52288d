import { describe, expect, test } from 'vitest'
import type { Outlet } from '@cloudbank/core/outlets'
import type { DeliveryItem, ShootRows } from '@cloudbank/core/shoot'
import { shotRow } from '@cloudbank/core/shoot/testing'
import { PER_PLACEMENT } from '@cloudbank/core/steps'
import type { Rendition, Shot } from '../../data'
import {
  bazaar,
  finished,
  mugs,
  products,
  shop,
  viewOf,
  withOutlets,
} from '../../work/delivery/delivered.testing'
import { madeBy, planDelivery, recipeOf } from '../../work/model'
import { decisionsFor, type DeliveryDecision } from './decisions'

const decided = (view: ShootRows): DeliveryDecision[] => decisionsFor(view, planDelivery(view))
const ids = (view: ShootRows): string[] => decided(view).map(({ id }) => id)
const oneOf = (view: ShootRows, id: string): DeliveryDecision => {
  const one = decided(view).find((decision) => decision.id === id)
  if (!one) throw new Error(`${id} is not among ${ids(view).join(', ')}`)
  return one
}
const angles = (shots: readonly Shot[]) => shots.map(({ angle }) => angle)

/** The same shoot with some of its renditions changed, or gone. */
function withRows(view: ShootRows, change: (row: Rendition) => Rendition | null): ShootRows {
  const renditions = [...view.renditions].flatMap(([slot, row]) => {
    const changed = change(row)
    return changed ? [[slot, changed] as const] : []
  })
  return { ...view, renditions: new Map(renditions) }
}

const isOf = ({ shotId }: Rendition, angle: string): boolean =>
  shotId === mugs.find((shot) => shot.angle === angle)!.id

test('a shoot that is made and keeps to every rule leaves nothing to decide', () => {
  expect(ids(viewOf(mugs, withOutlets(bazaar)))).toEqual([])
})

describe('a rule that is broken', () => {
  const small: Outlet = {
    ...bazaar,
    placements: [{ ...bazaar.placements[0]!, longSidePx: 1200 }],
  }

  test('is one line for all pictures that break it, with value, limit and what can be set at once', () => {
    const one = oneOf(viewOf(mugs, withOutlets(small)), 'pinfold-bazaar/too-few-pixels')
    expect(one).toMatchObject({
      weight: 'blocks',
      title: 'Pinfold Bazaar: too few pixels',
      figures: '1200 × 1200 px; at least 1600 px',
    })
    expect(angles(one.shots)).toEqual(['front', 'top', 'back'])
    expect(one.deed).toMatchObject({ kind: 'enlarge', words: 'Allow enlarging' })
  })

  test('is settled for those pictures alone, and hides no other rule that they break', () => {
    const strict: Outlet = { ...small, rules: { ...small.rules, formats: ['webp'] } }
    const view = viewOf(mugs, withOutlets(strict))
    expect(ids(view)).toEqual(['pinfold-bazaar/too-few-pixels', 'pinfold-bazaar/format'])
    const { deed } = oneOf(view, 'pinfold-bazaar/too-few-pixels')
    const { items } = deed as { readonly items: readonly DeliveryItem[] }
    // As the remedy sets it, before anything is made anew.
    const placement = items[0]!.destination.id
    const perPlacement = { [placement]: { enlarge: true } }
    const shots = view.shots.map((shot) => ({
      ...shot,
      touches: { frame: { [PER_PLACEMENT]: perPlacement } },
    }))
    const after = ids({ ...view, shots })
    expect(after).not.toContain('pinfold-bazaar/too-few-pixels')
    expect(after).toEqual(expect.arrayContaining(['pinfold-bazaar/format', 'out-of-date']))
  })

  test('of several sizes is said of a placement, with the smallest and the largest', () => {
    const view = viewOf(mugs, withOutlets(bazaar))
    expect(ids(view)).toEqual([])
    const smaller = withRows(view, (row) =>
      isOf(row, 'top') ? { ...row, width: 402, height: 380 } : row,
    )
    const one = decided(smaller).find(({ id }) => id.startsWith('sizes/'))!
    expect(one.title).toBe('listing: pictures of several sizes')
    expect(one.figures).toMatch(/^longer sides of 402 to \d+ px$/)
    expect(angles(one.shots)).toEqual(['top'])
    // A few pixels are no other size.
    const alike = withRows(view, (row) =>
      isOf(row, 'top') ? { ...row, width: row.width - 20 } : row,
    )
    expect(ids(alike)).toEqual([])
  })

  test('says two values, and of more the first and how many others', () => {
    const sides = new Map([
      ['front', 1200],
      ['top', 1300],
      ['back', 1400],
    ])
    const figures = (angle: string): string => {
      const view = withRows(viewOf(mugs, withOutlets(bazaar)), (row) => {
        const side = isOf(row, angle)
          ? 1200
          : sides.get(mugs.find((m) => m.id === row.shotId)!.angle!)!
        return { ...row, finished: finished(side) }
      })
      return oneOf(view, 'pinfold-bazaar/too-few-pixels').figures
    }
    expect(figures('top')).toBe('1200 × 1200 px and 1400 × 1400 px; at least 1600 px')
    expect(figures('front')).toBe('1200 × 1200 px and 2 other values; at least 1600 px')
  })

  test('of an outlet with several placements names those, and mends all of them', () => {
    const view = withRows(viewOf(mugs.slice(0, 1), withOutlets(shop)), (row) => ({
      ...row,
      finished: row.finished && { ...row.finished, height: 900 },
    }))
    const one = oneOf(view, 'ottermere-shop/ratio')
    expect(one.figures.startsWith('card, page, zoom, thumbnail; ')).toBe(true)
    const { outlet } = one.deed as { readonly outlet: Outlet }
    expect(outlet.placements.map(({ changes }) => changes.frame?.ratio)).toEqual(
      Array.from({ length: 4 }, () => ({ width: 1, height: 1 })),
    )
  })
})

describe('what is not ready', () => {
  const view = viewOf(mugs, { products })

  test('is counted, missing and out of date each by itself, and made at once', () => {
    const half = withRows(view, (row) =>
      isOf(row, 'front') ? null : isOf(row, 'top') ? { ...row, key: 'another' } : row,
    )
    const [missing, old] = [oneOf(half, 'missing'), oneOf(half, 'out-of-date')]
    expect([missing.figures, old.figures]).toEqual(['2 of 6.', '2 of 6.'])
    expect(angles(missing.shots)).toEqual(['front'])
    expect(angles(old.shots)).toEqual(['top'])
    expect(missing.deed).toMatchObject({ kind: 'make', words: 'Make 2' })
  })

  test('because a shot failed says how many and why', () => {
    const [front, ...rest] = mugs as [Shot, ...Shot[]]
    const failed = { ...front, failure: 'damaged and can’t be decoded' }
    const torn = withRows(viewOf([failed, ...rest], { products }), (row) =>
      isOf(row, 'front') ? null : row,
    )
    expect(oneOf(torn, 'missing').figures).toBe('1 failed: damaged and can’t be decoded')
  })

  test('because it was made before files were read is made again', () => {
    const unread = withRows(viewOf(mugs, withOutlets(bazaar)), (row) =>
      isOf(row, 'back') ? { ...row, finished: null } : row,
    )
    const one = oneOf(unread, 'unread')
    expect(angles(one.shots)).toEqual(['back'])
    expect(one.deed).toMatchObject({ kind: 'make-again', words: 'Remake them' })
  })
})

describe('descriptions', () => {
  const described = (alt: (shot: Shot) => string): ShootRows =>
    viewOf(
      mugs.map((shot) => ({ ...shot, words: { file: null, alt: alt(shot) } })),
      withOutlets(shop),
    )

  test('that say the same of two pictures, or go on too long, are one line each', () => {
    expect(ids(described(() => 'Mug'))).toContain('alt/same-again')
    const long = oneOf(
      described(({ angle }) => `${angle} ${'of a very long description '.repeat(6)}`),
      'alt/too-long',
    )
    expect(angles(long.shots)).toEqual(['front', 'top', 'back'])
    expect(long.weight).toBe('look')
  })

  test('do not matter where no outlet asks for them', () => {
    const plain = { ...shop, rules: { ...shop.rules, needsAltText: false } }
    const shots = mugs.map((shot) => ({ ...shot, words: { file: null, alt: 'Mug' } }))
    expect(ids(viewOf(shots, withOutlets(plain)))).toEqual([])
  })

  test('that are missing are a rule that is broken, not told twice', () => {
    const all = ids(described(() => ' '))
    expect(all.filter((id) => id.endsWith('/empty'))).toEqual([])
  })
})

test('what a review has passed is not asked again, until the shot changes', () => {
  const found = (shots: readonly Shot[]): ShootRows =>
    withRows(viewOf(shots, { products }), (row) => ({
      ...row,
      findings: [{ code: 'no-product' }],
    }))
  const [front, ...rest] = mugs as [Shot, ...Shot[]]
  const of = madeBy(front, recipeOf(found(mugs)))
  const passed: Shot = { ...front, verdict: { kind: 'passed', of } }
  expect(angles(oneOf(found(mugs), 'no-product').shots)).toEqual(['front', 'top', 'back'])
  expect(angles(oneOf(found([passed, ...rest]), 'no-product').shots)).toEqual(['top', 'back'])
  const changed: Shot = { ...passed, touches: { light: { exposureEv: 1 } } }
  expect(angles(oneOf(found([changed, ...rest]), 'no-product').shots)).toContain('front')
  const returned: Shot = { ...front, verdict: { kind: 'returned', reason: 'edge', of } }
  expect(angles(oneOf(found([returned, ...rest]), 'no-product').shots)).toContain('front')
})

test('a shot of no product is decided about as any other', () => {
  const loose = viewOf([shotRow('loose', { fileName: 'loose.jpg' })])
  expect(ids(withRows(loose, () => null))).toEqual(['missing'])
})
