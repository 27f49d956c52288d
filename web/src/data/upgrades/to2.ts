import type { Transaction } from 'dexie'

type Row = Record<string, unknown>

// A frozen step: it says what version 2 was, whatever the app has become since. Never edited.

const LIGHT_OF_2 = {
  neutral: { from: 'backdrop' },
  exposureEv: 0,
  autoTone: false,
  contrast: 0,
  shadows: 0,
  highlights: 0,
  blackPoint: 0,
  whitePoint: 0,
  curve: [],
  warmth: 0,
  tint: 0,
  saturation: 0,
  vibrance: 0,
  look: { from: 'none' },
  even: null,
  flattenPct: 0,
}

const stepsOf2 = (steps: unknown): Row => {
  const old = steps as Row // checked when it was saved
  return { ...old, light: { ...LIGHT_OF_2, ...(old.light as Row) } }
}

/** Version 2 knows lightings, touches, verdicts, and more of Light and of products. */
export async function upgradeTo2(transaction: Transaction): Promise<void> {
  const complete = (table: string, missing: (row: Row) => Row): Promise<unknown> =>
    transaction
      .table<Row>(table)
      .toCollection()
      .modify((row) => {
        Object.assign(row, missing(row))
      })
  await complete('shots', () => ({
    lightingId: null,
    sorted: false,
    place: null,
    twinOf: null,
    touches: { light: {} },
    verdict: null,
  }))
  await complete('shoots', () => ({ namePattern: null }))
  await complete('products', () => ({
    brand: '',
    type: '',
    variant: '',
    barcode: '',
    price: '',
    more: {},
  }))
  await complete('briefs', ({ brief }) => {
    const old = brief as Row // checked when it was saved
    return { brief: { ...old, steps: stepsOf2(old.steps) } }
  })
  await complete('runs', ({ steps }) => ({ steps: stepsOf2(steps) }))
}
