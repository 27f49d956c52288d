import { formatPercent } from '@cloudbank/core/words'
import { perform, put, type Product, type Shot } from '../../data'

/** What a column says of a product: how long it is, or how much it holds. */
export type Dimension = 'length' | 'volume'

/** Units by what they are in metres or litres. */
const UNITS: Readonly<Record<string, { readonly of: Dimension; readonly times: number }>> = {
  mm: { of: 'length', times: 0.001 },
  cm: { of: 'length', times: 0.01 },
  m: { of: 'length', times: 1 },
  in: { of: 'length', times: 0.0254 },
  '"': { of: 'length', times: 0.0254 },
  ml: { of: 'volume', times: 0.001 },
  cl: { of: 'volume', times: 0.01 },
  dl: { of: 'volume', times: 0.1 },
  l: { of: 'volume', times: 1 },
}
const AMOUNT = /(\d+(?:[.,]\d+)?)\s*(mm|cm|ml|cl|dl|in|m|l|")(?![\p{L}\d])/iu
const BARE = /^\s*(\d+(?:[.,]\d+)?)\s*$/

/** The range of sizes that a frame takes, in per cent. */
const [MIN_PCT, MAX_PCT] = [20, 100]

/** A length or a volume as a text has it; a bare number is a length. Null where there is none. */
export function amountIn(text: string): { readonly of: Dimension; readonly value: number } | null {
  const found = AMOUNT.exec(text)
  const unit = found && UNITS[found[2]!.toLowerCase()]
  const number = found?.[1] ?? BARE.exec(text)?.[1]
  if (number === undefined) return null
  const value = Number(number.replace(',', '.')) * (unit?.times ?? 1)
  return value > 0 ? { of: unit?.of ?? 'length', value } : null
}

/** One product’s size beside the largest. */
export interface TrueSize {
  readonly sku: string
  readonly text: string
  readonly sizePct: number
}

/** The columns in which at least two products have an amount, with the sizes that come of them. */
export function trueSizes(products: readonly Product[]): ReadonlyMap<string, readonly TrueSize[]> {
  const names = new Set(products.flatMap(({ more }) => Object.keys(more)))
  const columns: [string, (product: Product) => string][] = [
    ...[...names].map((name): [string, (product: Product) => string] => [
      name,
      ({ more }) => more[name] ?? '',
    ]),
    ['name', ({ name }) => name],
    ['variant', ({ variant }) => variant],
  ]
  const sizes = columns.flatMap(([column, textOf]): [string, TrueSize[]][] => {
    const read = products.flatMap((product) => {
      const amount = amountIn(textOf(product))
      return amount ? [{ sku: product.sku, text: textOf(product), ...amount }] : []
    })
    const [first] = read
    const alike = read.filter(({ of }) => of === first?.of)
    if (!first || alike.length < 2) return []
    const most = Math.max(...alike.map(({ value }) => value))
    return [
      [
        column,
        alike.map(({ sku, text, of, value }) => {
          // What holds eight times as much is twice as long.
          const share = of === 'volume' ? Math.cbrt(value / most) : value / most
          const sizePct = Math.min(MAX_PCT, Math.max(MIN_PCT, Math.round(share * 1000) / 10))
          return { sku, text, sizePct }
        }),
      ],
    ]
  })
  return new Map(sizes)
}

/** Frames products in true relative size, the largest as large as the brief has it. */
export async function applyTrueSizes(
  shots: readonly Shot[],
  sizes: readonly TrueSize[],
  column: string,
): Promise<void> {
  const bySku = new Map(sizes.map((size) => [size.sku, size]))
  const sized = shots.flatMap((shot) => {
    const size = bySku.get(shot.sku ?? '')
    return size ? [{ shot, size }] : []
  })
  const [first] = sized
  if (!first) return
  await perform({
    shootId: first.shot.shootId,
    words: `True sizes by ${column}, down to ${formatPercent(Math.min(...sizes.map(({ sizePct }) => sizePct)) / 100, 0)}`,
    edits: sized.map(({ shot, size }) =>
      put('shots', shot.id, ['touches', 'frame', 'sizePct'], size.sizePct),
    ),
  })
}
