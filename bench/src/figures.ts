/** A figure that was measured a few times. */
export interface Figure {
  readonly name: string
  /** What one of it is: `ms`, `×`, `photographs a second`. */
  readonly unit: string
  readonly values: readonly number[]
  /** What is wanted, as people read it: `≤ 1.2`. */
  readonly target?: string
}

/** The same as it was measured once. */
export type Measured = Omit<Figure, 'values'> & { readonly value: number }

/** Figures of one name brought together, in the order in which they came first. */
export function together(rounds: readonly (readonly Measured[])[]): Figure[] {
  const figures = new Map<string, Figure>()
  for (const { value, ...figure } of rounds.flat()) {
    const values = figures.get(figure.name)?.values ?? []
    figures.set(figure.name, { ...figure, values: [...values, value] })
  }
  return [...figures.values()]
}

/** The smallest value, the middle one, and how far the largest is above the smallest, as a share of the middle one. */
export function spreadOf(values: readonly number[]): {
  readonly least: number
  readonly median: number
  readonly spread01: number
} {
  const sorted = [...values].sort((a, b) => a - b)
  const [least, median] = [sorted[0] ?? NaN, sorted[sorted.length >> 1] ?? NaN]
  return { least, median, spread01: median === 0 ? 0 : (sorted.at(-1)! - least) / median }
}

/** A figure as a row: name, median with its unit, smallest, spread, target. */
export function rowOf({ name, unit, values, target = '' }: Figure): string[] {
  const { least, median, spread01 } = spreadOf(values)
  const several = values.length > 1
  return [
    name,
    `${shown(median)} ${unit}`,
    several ? shown(least) : '',
    several ? `${Math.round(spread01 * 100)} %` : '',
    target,
  ]
}

export const COLUMNS = ['', 'median', 'smallest', 'spread', 'target'] as const

/** Three digits that count; whole numbers from a hundred on. */
export const shown = (value: number): string =>
  Math.abs(value) >= 100
    ? Math.round(value).toLocaleString('en')
    : String(Number(value.toPrecision(3)))
