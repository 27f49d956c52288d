import { readName } from '@cloudbank/core/shoot'
import { stemOf } from '@cloudbank/core/names'
import {
  perform,
  put,
  putFields,
  type Edit,
  type Product,
  type ShootId,
  type ShootView,
  type Shot,
} from '../../data'
import { strings } from '../strings'

/** Takes products in; those with a SKU that is here already are replaced. */
export function takeInProducts(shootId: ShootId, products: readonly Product[]): Promise<void> {
  return perform({
    shootId,
    words: strings.imported(products.length),
    edits: products.map((product) => put('products', product.id, [], product)),
  })
}

/** Reads SKU, angle and place of every shot from its name; a SKU counts if there is such a product. */
export async function applyNamePattern(view: ShootView, pattern: string): Promise<number> {
  const edits = view.shots.map((shot): Edit[] => {
    const { sku, angle, order } = readName(stemOf(shot.fileName), pattern)
    if (sku === null || (view.products.size > 0 && !view.products.has(sku))) return []
    const next = { sku, angle: angle ?? shot.angle, place: order ?? shot.place }
    const same = next.sku === shot.sku && next.angle === shot.angle && next.place === shot.place
    return same ? [] : putFields('shots', shot.id, next)
  })
  await perform({
    shootId: view.shoot.id,
    words: strings.namesReadAs(pattern),
    edits: [...edits.flat(), put('shoots', view.shoot.id, ['namePattern'], pattern)],
  })
  return edits.filter(({ length }) => length > 0).length
}

/** Puts shots to a product. */
export async function assignProduct(shots: readonly Shot[], sku: string): Promise<void> {
  const [first] = shots
  if (!first) return
  await perform({
    shootId: first.shootId,
    words: strings.assignedTo(shots.length, sku),
    edits: shots.map(({ id }) => put('shots', id, ['sku'], sku)),
  })
}
