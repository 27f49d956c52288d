import type { Product, Shot } from '../rows'
import { groupBy } from '../groupBy'

export interface ShotGroup {
  readonly sku: string
  readonly name: string
  readonly shots: readonly Shot[]
}

const NO_PRODUCT = 'No product'

/** Groups shots by product, products in order of their SKU, shots without one last. */
export function groupByProduct(
  shots: readonly Shot[],
  products: ReadonlyMap<string, Product>,
): ShotGroup[] {
  return [...groupBy(shots, ({ sku }) => sku ?? '')]
    .sort(([a], [b]) => (a === '' ? 1 : b === '' ? -1 : a.localeCompare(b)))
    .map(([sku, grouped]) => ({ sku, name: nameOf(sku, products), shots: byPlace(grouped) }))
}

/** Shots in the order that their names give them; those without one behind, as they came. */
const byPlace = (shots: readonly Shot[]): Shot[] =>
  [...shots].sort((a, b) => (a.place ?? Infinity) - (b.place ?? Infinity) || a.order - b.order)

function nameOf(sku: string, products: ReadonlyMap<string, Product>): string {
  if (sku === '') return NO_PRODUCT
  const product = products.get(sku)
  if (!product) return ''
  return product.colour ? `${product.name}, ${product.colour.toLowerCase()}` : product.name
}

/** Shots in the order in which the sheet shows them. */
export function inSheetOrder(
  shots: readonly Shot[],
  products: ReadonlyMap<string, Product>,
): Shot[] {
  return groupByProduct(shots, products).flatMap((group) => group.shots)
}

/**
 * Shots, and each once more for every other product that its picture shows: of that product, behind its own
 * pictures, and named and described by its data.
 */
export const withShared = (shots: readonly Shot[]): Shot[] =>
  shots.flatMap((shot) => [
    shot,
    ...shot.alsoFor.map((sku) => ({
      ...shot,
      sku,
      place: null,
      words: { file: null, alt: null },
    })),
  ])
