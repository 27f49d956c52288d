import { liveQuery, type Subscription } from 'dexie'
import { useLiveQuery } from 'dexie-react-hooks'
import { useCallback, useSyncExternalStore } from 'react'
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
  const subscribe = useCallback((onChange: () => void) => watch(shootId, onChange), [shootId])
  return useSyncExternalStore(subscribe, () => watched.get(shootId)?.view)
}

/** The parts of a view; each is read again by itself when its tables change. */
type Parts = Omit<ShootView, 'shoot' | 'briefRow'> & {
  readonly head: { readonly shoot: Shoot; readonly briefRow: BriefRow } | null
}

interface Watched {
  view: ShootView | null | undefined
  readonly listeners: Set<() => void>
  readonly subscriptions: Subscription[]
}

/** One reading of a shoot serves all that show it. */
const watched = new Map<string, Watched>()
/** A shoot that nobody shows is kept this long, for the next screen. */
const KEPT_MS = 2000
const MEASURES_AFTER_MS = 500

function watch(shootId: string, onChange: () => void): () => void {
  const entry = watched.get(shootId) ?? begin(shootId)
  entry.listeners.add(onChange)
  return () => {
    entry.listeners.delete(onChange)
    setTimeout(() => {
      if (entry.listeners.size > 0 || watched.get(shootId) !== entry) return
      for (const subscription of entry.subscriptions) subscription.unsubscribe()
      watched.delete(shootId)
    }, KEPT_MS)
  }
}

const byId = <Row extends { readonly id: string }>(rows: readonly Row[]): Map<string, Row> =>
  new Map(rows.map((row) => [row.id, row]))

function begin(shootId: string): Watched {
  const entry: Watched = { view: undefined, listeners: new Set(), subscriptions: [] }
  watched.set(shootId, entry)
  const parts: Partial<Parts> = {}
  const mine = { shootId }
  const read = <Key extends keyof Parts>(key: Key, query: () => Promise<Parts[Key]>): void => {
    const subscription = liveQuery(query).subscribe((value) => {
      parts[key] = value
      const view = combine(parts)
      if (view === undefined) return
      entry.view = view
      for (const listener of entry.listeners) listener()
    })
    entry.subscriptions.push(subscription)
  }
  read('head', async () => {
    const shoot = await database.shoots.get(shootId)
    const briefRow = shoot && (await database.briefs.get(shoot.briefId))
    return shoot && briefRow ? { shoot, briefRow } : null
  })
  read('shots', () => database.shots.where(mine).sortBy('order'))
  read('products', async () => {
    const products = await database.products.where(mine).toArray()
    return new Map(products.map((product) => [product.sku, product]))
  })
  read('renditions', async () => byId(await database.renditions.where(mine).toArray()))
  read('refusals', () => database.refusals.where(mine).toArray())
  read('lightings', async () => byId(await database.lightings.where(mine).toArray()))
  // The many rows of measures wait until the first pictures have been asked for.
  setTimeout(() => {
    if (watched.get(shootId) !== entry) return
    read('measures', async () => {
      const shots = await database.shots.where(mine).toArray()
      const hashes = [...new Set(shots.map(({ originalHash }) => originalHash))]
      const rows = await database.measures.bulkGet(hashes)
      return new Map(rows.flatMap((row) => (row ? [[row.hash, row.result] as const] : [])))
    })
  }, MEASURES_AFTER_MS)
  return entry
}

/** The view of all parts; without its measures for as long as they load, which a screen can do without. */
function combine(parts: Partial<Parts>): ShootView | null | undefined {
  const { head, shots, products, renditions, refusals, lightings, measures = NO_MEASURES } = parts
  if (head === null) return null
  if (!head || !shots || !products || !renditions || !refusals || !lightings) return undefined
  return { ...head, shots, products, renditions, refusals, lightings, measures }
}

const NO_MEASURES: ShootView['measures'] = new Map()

/** A lighting of another shoot, by which shoot and by which name. */
export interface ForeignLighting {
  readonly lighting: Lighting
  readonly shootName: string
}

/** The lightings of all other shoots, to which a neutral can be carried. */
export function useForeignLightings(shootId: string): readonly ForeignLighting[] {
  return (
    useLiveQuery(async () => {
      const lightings = await database.lightings.where('shootId').notEqual(shootId).toArray()
      const shoots = byId(await database.shoots.toArray())
      return lightings.flatMap((lighting) => {
        const shoot = shoots.get(lighting.shootId)
        return shoot ? [{ lighting, shootName: shoot.name }] : []
      })
    }, [shootId]) ?? NO_LIGHTINGS
  )
}

const NO_LIGHTINGS: readonly ForeignLighting[] = []

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
      shoots.map(async (shoot) => {
        const mine = { shootId: shoot.id }
        return {
          shoot,
          shots: await database.shots.where(mine).sortBy('order'),
          renditions: await database.renditions.where(mine).toArray(),
          briefRow: await database.briefs.get(shoot.briefId),
          lightings: byId(await database.lightings.where(mine).toArray()),
        }
      }),
    )
  })
}
