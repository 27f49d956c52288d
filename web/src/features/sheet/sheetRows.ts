import type { Product, Shot } from '../../data'

/** One line of the virtual list: the head of a group, or a row of tiles. */
export type SheetRow =
  | { readonly kind: 'head'; readonly sku: string; readonly name: string; readonly count: number }
  | { readonly kind: 'tiles'; readonly shots: readonly Shot[] }

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
  const groups = new Map<string, Shot[]>()
  for (const shot of shots) {
    const sku = shot.sku ?? ''
    groups.set(sku, [...(groups.get(sku) ?? []), shot])
  }
  return [...groups]
    .sort(([a], [b]) => (a === '' ? 1 : b === '' ? -1 : a.localeCompare(b)))
    .map(([sku, grouped]) => ({ sku, name: nameOf(sku, products), shots: grouped }))
}

function nameOf(sku: string, products: ReadonlyMap<string, Product>): string {
  if (sku === '') return NO_PRODUCT
  const product = products.get(sku)
  if (!product) return ''
  return product.colour ? `${product.name}, ${product.colour.toLowerCase()}` : product.name
}

/** Breaks groups into rows of at most `columns` tiles. */
export function planRows(groups: readonly ShotGroup[], columns: number): SheetRow[] {
  return groups.flatMap(({ sku, name, shots }): SheetRow[] => {
    const rows: SheetRow[] = [{ kind: 'head', sku, name, count: shots.length }]
    for (let i = 0; i < shots.length; i += columns)
      rows.push({ kind: 'tiles', shots: shots.slice(i, i + columns) })
    return rows
  })
}
