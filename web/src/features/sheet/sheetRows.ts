import type { ShotGroup } from '@cloudbank/core/shoot'
import type { Shot } from '../../data'

/** Sizes by which tiles are laid, in pixels of the screen. */
export interface Metrics {
  readonly widthPx: number
  readonly tilePx: number
  /** Between tiles of a group. */
  readonly gapPx: number
  /** Between groups on one row. */
  readonly groupGapPx: number
}

/** Some of a group's tiles, side by side. */
export interface Block {
  readonly sku: string
  readonly name: string
  /** Shots of the whole group. */
  readonly count: number
  /** Whether these are the group's first: they carry its head. */
  readonly isStart: boolean
  readonly shots: readonly Shot[]
  /** Where it begins on its row, in pixels. */
  readonly x: number
}

/** One row of the virtual list: groups that flow one after the other. */
export interface SheetRow {
  readonly blocks: readonly Block[]
  /** Whether any of them has a head. */
  readonly hasHead: boolean
}

/** Lays groups along rows in their order. A group stays together; one longer than a row has rows to itself. */
export function planRows(groups: readonly ShotGroup[], metrics: Metrics): SheetRow[] {
  const { widthPx, tilePx, gapPx, groupGapPx } = metrics
  const columns = Math.max(1, Math.floor((widthPx + gapPx) / (tilePx + gapPx)))
  const widthOf = (tiles: number): number => tiles * tilePx + (tiles - 1) * gapPx
  const rows: Block[][] = []
  let row: Block[] = []
  let free = 0
  const breakRow = (): void => {
    row = []
    rows.push(row)
    free = 0
  }
  breakRow()
  for (const { sku, name, shots } of groups) {
    const ofGroup = { sku, name, count: shots.length }
    const first = Math.min(shots.length, columns)
    if (row.length > 0 && free + widthOf(first) > widthPx) breakRow()
    for (let i = 0; i < shots.length; i += columns) {
      if (i > 0) breakRow()
      const part = shots.slice(i, i + columns)
      row.push({ ...ofGroup, isStart: i === 0, shots: part, x: free })
      free += widthOf(part.length) + groupGapPx
    }
  }
  return rows
    .filter(({ length }) => length > 0)
    .map((blocks) => ({ blocks, hasHead: blocks.some(({ isStart }) => isStart) }))
}

/** The row in which a shot lies; −1 where it is in none. */
export const rowOf = (rows: readonly SheetRow[], id: string): number =>
  rows.findIndex(({ blocks }) => blocks.some(({ shots }) => shots.some((shot) => shot.id === id)))

/** The shot nearest above or below another, so many rows away; itself at the end of the sheet. */
export function besideRow(
  rows: readonly SheetRow[],
  id: string,
  by: number,
  { tilePx, gapPx }: Metrics,
): string {
  const at = rowOf(rows, id)
  const tilesOf = ({ blocks }: SheetRow) =>
    blocks.flatMap(({ shots, x }) =>
      shots.map((shot, i) => ({ id: shot.id as string, x: x + i * (tilePx + gapPx) })),
    )
  const from = rows[at] && tilesOf(rows[at]).find((tile) => tile.id === id)
  const target = rows[at + by]
  if (!from || !target) return id
  const tiles = tilesOf(target)
  return tiles.reduce((a, b) => (Math.abs(b.x - from.x) < Math.abs(a.x - from.x) ? b : a)).id
}
