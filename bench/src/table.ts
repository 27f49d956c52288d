/** Prints rows as aligned columns; numbers to the right. */
export function printTable(rows: readonly (readonly (string | number)[])[]): void {
  const text = rows.map((row) => row.map((cell) => (typeof cell === 'number' ? shown(cell) : cell)))
  const widths = (text[0] ?? []).map((_, c) => Math.max(...text.map((row) => row[c]?.length ?? 0)))
  text.forEach((row, r) => {
    const line = row.map((cell, c) =>
      typeof rows[r]?.[c] === 'number' ? cell.padStart(widths[c]!) : cell.padEnd(widths[c]!),
    )
    console.log(line.join('  '))
  })
}

const shown = (value: number): string =>
  Number.isInteger(value) ? String(value) : value.toFixed(Math.abs(value) < 10 ? 4 : 1)

export const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)

/** Means of every numeric field, field by field. */
export function meanOf<T extends Record<string, number>>(items: readonly T[]): T {
  const keys = Object.keys(items[0] ?? {})
  return Object.fromEntries(
    keys.map((key) => [key, mean(items.map((item) => item[key] ?? 0))]),
  ) as T // same keys
}
