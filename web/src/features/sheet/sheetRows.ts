import type { Shot } from '../../data'
import type { ShotGroup } from '../../work/products'

/** One line of the virtual list: the head of a group, or a row of tiles. */
export type SheetRow =
  | { readonly kind: 'head'; readonly sku: string; readonly name: string; readonly count: number }
  | { readonly kind: 'tiles'; readonly shots: readonly Shot[] }

/** Breaks groups into rows of at most `columns` tiles. */
export function planRows(groups: readonly ShotGroup[], columns: number): SheetRow[] {
  return groups.flatMap(({ sku, name, shots }): SheetRow[] => {
    const rows: SheetRow[] = [{ kind: 'head', sku, name, count: shots.length }]
    for (let i = 0; i < shots.length; i += columns)
      rows.push({ kind: 'tiles', shots: shots.slice(i, i + columns) })
    return rows
  })
}
