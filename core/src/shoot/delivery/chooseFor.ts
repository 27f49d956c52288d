import { placesOf, type Outlet } from '../../outlets'
import type { Shot } from '../rows'
import { groupBy } from '../groupBy'
import { inSheetOrder, withShared } from '../products/productGroups'

/** The shots of a product that go to an outlet, and those that are set aside: above its count, or kept from it. */
export interface Chosen {
  readonly going: readonly Shot[]
  readonly aside: readonly Shot[]
}

/**
 * Chooses the shots that go to an outlet. Of each product as many as it takes: first those that a person
 * put in, then the others in the product's order; kept ones stay out. Shots without a product all go.
 *
 * @param shots in the order of the sheet.
 */
export function chooseFor(
  { id, rules }: Pick<Outlet, 'id' | 'rules'>,
  shots: readonly Shot[],
): Chosen {
  const aside = new Set<Shot>(shots.filter(({ going }) => going[id] === 'out'))
  const most = rules.mostPictures ?? Infinity
  for (const [sku, ofProduct] of groupBy(shots, (shot) => shot.sku)) {
    if (sku === null) continue
    const open = ofProduct.filter((shot) => !aside.has(shot))
    const first = open.filter(({ going }) => going[id] === 'in')
    const rest = open.filter(({ going }) => going[id] !== 'in')
    for (const shot of [...first, ...rest].slice(most)) aside.add(shot)
  }
  return {
    going: shots.filter((shot) => !aside.has(shot)),
    aside: shots.filter((shot) => aside.has(shot)),
  }
}

/**
 * The pictures that outlets set aside, as `${placement}/${shot}` by the ids of the placements as they are planned. One that an outlet
 * takes for any of its products is not among them.
 */
export function setAsideIn(
  outlets: readonly Outlet[],
  shots: readonly Shot[],
): ReadonlySet<string> {
  const inOrder = inSheetOrder(withShared(shots), new Map())
  return new Set(
    outlets.flatMap((outlet) => {
      const { going, aside } = chooseFor(outlet, inOrder)
      const out = new Set(aside.map(({ id }) => id))
      for (const { id } of going) out.delete(id)
      return placesOf([outlet]).flatMap(({ planned }) =>
        [...out].map((shotId) => `${planned.id}/${shotId}`),
      )
    }),
  )
}
