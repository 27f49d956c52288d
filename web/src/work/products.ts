import {
  change,
  creation,
  database,
  perform,
  type Product,
  type RowChange,
  type ShootView,
  type Shot,
} from '../data'
import { countOf } from '@cloudbank/core/words'
import { stemOf } from './fileName'
import { readName } from './namePattern'

/** Takes products in; those with a SKU that is here already are replaced. */
export async function takeInProducts(shootId: string, products: readonly Product[]): Promise<void> {
  const before = await database.products.bulkGet(products.map(({ id }) => id))
  const changes = products.map((product, i): RowChange => {
    const old = before[i]
    return old ? change('products', old, product) : creation('products', product)
  })
  const words = `${countOf(products.length, 'product')} taken in`
  await perform({ shootId, shotIds: [], words, changes })
}

/** Reads SKU, angle and place of every shot from its name; a SKU counts if there is such a product. */
export async function applyNamePattern(view: ShootView, pattern: string): Promise<number> {
  const changes = view.shots.flatMap((shot) => {
    const { sku, angle, order } = readName(stemOf(shot.fileName), pattern)
    if (sku === null || (view.products.size > 0 && !view.products.has(sku))) return []
    const next = { sku, angle: angle ?? shot.angle, place: order ?? shot.place }
    const same = next.sku === shot.sku && next.angle === shot.angle && next.place === shot.place
    return same ? [] : [change('shots', shot, next)]
  })
  await perform({
    shootId: view.shoot.id,
    shotIds: changes.map(({ id }) => id),
    words: `Names read as ${pattern}`,
    changes: [...changes, change('shoots', view.shoot, { namePattern: pattern })],
  })
  return changes.length
}

/** Puts shots to a product. */
export function assignProduct(shots: readonly Shot[], sku: string): Promise<void> {
  return perform({
    shootId: shots[0]?.shootId ?? '',
    shotIds: shots.map(({ id }) => id),
    words: `${countOf(shots.length, 'shot')} put to ${sku}`,
    changes: shots.map((shot) => change('shots', shot, { sku })),
  })
}
