import type { Measured } from './measured'
import type { BriefRow, Lighting, Product, Rendition, Shoot, Shot } from './rows'

/** A shoot as its rows have it; all that is derived of it is derived of these. */
export interface ShootRows {
  readonly shoot: Shoot
  readonly briefRow: BriefRow
  /** In the order of the shoot. */
  readonly shots: readonly Shot[]
  /** By SKU. */
  readonly products: ReadonlyMap<string, Product>
  /** The current version of each rendition, by `slotOf`. */
  readonly renditions: ReadonlyMap<string, Rendition>
  readonly lightings: ReadonlyMap<string, Lighting>
  /** What was measured, by the original's hash. */
  readonly measures: ReadonlyMap<string, Measured>
  /** Today, as YYYY-MM-DD. */
  readonly day: string
}
