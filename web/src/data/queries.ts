import { useLiveQuery } from 'dexie-react-hooks'
import { database } from './database'
import type {
  BriefRow,
  Lighting,
  MeasureRow,
  Product,
  Refusal,
  Rendition,
  Shoot,
  Shot,
} from './rows'

/** A shoot with everything that its screens show, kept in step with the database. */
export interface ShootView {
  readonly shoot: Shoot
  readonly briefRow: BriefRow
  readonly shots: readonly Shot[]
  readonly products: ReadonlyMap<string, Product>
  /** By rendition id, `shotId/placementId`. */
  readonly renditions: ReadonlyMap<string, Rendition>
  readonly refusals: readonly Refusal[]
  readonly lightings: ReadonlyMap<string, Lighting>
  /** What was measured, by the original's hash. */
  readonly measures: ReadonlyMap<string, MeasureRow['result']>
}

/** The view of one shoot: undefined while it loads, null when there is none of this id. */
export function useShootView(shootId: string): ShootView | null | undefined {
  return useLiveQuery(async () => {
    const shoot = await database.shoots.get(shootId)
    const briefRow = shoot && (await database.briefs.get(shoot.briefId))
    if (!shoot || !briefRow) return null
    const mine = { shootId }
    const [shots, products, renditions, refusals, lightings] = await Promise.all([
      database.shots.where(mine).sortBy('order'),
      database.products.where(mine).toArray(),
      database.renditions.where(mine).toArray(),
      database.refusals.where(mine).toArray(),
      database.lightings.where(mine).toArray(),
    ])
    const measured = await database.measures.bulkGet(shots.map(({ originalHash }) => originalHash))
    return {
      shoot,
      briefRow,
      shots,
      products: new Map(products.map((product) => [product.sku, product])),
      renditions: new Map(renditions.map((rendition) => [rendition.id, rendition])),
      refusals,
      lightings: new Map(lightings.map((lighting) => [lighting.id, lighting])),
      measures: new Map(measured.flatMap((row) => (row ? [[row.hash, row.result] as const] : []))),
    }
  }, [shootId])
}

/** A shoot as the home page shows it. */
export interface ShootSummary {
  readonly shoot: Shoot
  readonly shots: readonly Shot[]
  readonly renditions: readonly Rendition[]
  readonly briefRow: BriefRow | undefined
  readonly lightings: ReadonlyMap<string, Lighting>
}

/** All shoots, newest first; undefined while they load. */
export function useShootSummaries(): readonly ShootSummary[] | undefined {
  return useLiveQuery(async () => {
    const shoots = await database.shoots.orderBy('createdAt').reverse().toArray()
    return Promise.all(
      shoots.map(async (shoot) => ({
        shoot,
        shots: await database.shots.where('shootId').equals(shoot.id).sortBy('order'),
        renditions: await database.renditions.where('shootId').equals(shoot.id).toArray(),
        briefRow: await database.briefs.get(shoot.briefId),
        lightings: new Map(
          (await database.lightings.where('shootId').equals(shoot.id).toArray()).map(
            (lighting) => [lighting.id, lighting] as const,
          ),
        ),
      })),
    )
  })
}
