import { SHOP_WHITE } from '../../brief'
import type { Measures } from '../../measure'
import { slotOf } from './ids'
import { briefId, shootId } from './ids.testing'
import type { Measured } from './measured'
import type { Rendition } from './rows'
import type { ShootRows } from './shootRows'

/** A shoot as its screens see it, for tests. */
export const shootView = (change: Partial<ShootRows> = {}): ShootRows => ({
  shoot: {
    id: shootId('s'),
    name: 'Lakeside',
    dueOn: null,
    createdAt: 0,
    briefId: briefId('b'),
    namePattern: null,
    outlets: [],
    ownFiles: true,
    productFolders: false,
    makesArrivals: false,
  },
  briefRow: { id: briefId('b'), brief: SHOP_WHITE },
  shots: [],
  products: new Map(),
  renditions: new Map(),
  lightings: new Map(),
  measures: new Map(),
  day: '2026-06-01',
  ...change,
})

export const bySlots = (rows: readonly Rendition[]): Map<string, Rendition> =>
  new Map(rows.map((row) => [slotOf(row), row]))

/** What is measured of a good photograph on white paper, for tests. */
export const measured = (
  change: Partial<Measures> = {},
  capture: Partial<Measured['capture']> = {},
): Measured => ({
  capture: {
    takenAt: null,
    camera: null,
    iso: null,
    orientation: 1,
    profile: null,
    creator: '',
    rights: '',
    ...capture,
  } as Measured['capture'],
  card: null,
  measures: {
    medianL: 70,
    clipped01: 0,
    black01: 0,
    backdrop: { linear: [0.8, 0.8, 0.8], lightness: 91, share01: 0.99, cast: [0, 0], spreadL: 1 },
    product: null,
    noiseL: 0.3,
    tiltDegrees: 0,
    specks: 0,
    fingerprint: '0000000000000000',
    ...change,
  },
})
