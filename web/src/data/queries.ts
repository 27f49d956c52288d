import {
  type BriefRow,
  type Lighting,
  type Product,
  type Rendition,
  type Shoot,
  ShootId,
  type Shot,
} from '@cloudbank/core/shoot'
import { useLiveQuery } from 'dexie-react-hooks'
import { useCallback, useSyncExternalStore } from 'react'
import { database } from './database'
import { checkRows } from './readRows'
import { today } from './today'
import { ShootWatch, type ShootView } from './ShootWatch'

/**
 * The view of one shoot: undefined while it loads, null when there is none of this id, or none is asked for.
 *
 * @throws Error when it cannot be read, for the screen around it to say.
 */
export function useShootView(shootId: string | null): ShootView | null | undefined {
  const subscribe = useCallback(
    (onChange: () => void) => (shootId === null ? () => undefined : watch(shootId, onChange)),
    [shootId],
  )
  const snapshot = useCallback(() => {
    const watch = shootId === null ? null : watched.get(shootId)?.watch
    return watch && (watch.problem ?? watch.view)
  }, [shootId])
  const found = useSyncExternalStore(subscribe, snapshot)
  if (found instanceof Error) throw found
  return found
}

interface Watched {
  readonly watch: ShootWatch
  readonly listeners: Set<() => void>
}

/** One reading of a shoot serves all that show it. */
const watched = new Map<string, Watched>()
/** A shoot that nobody shows is kept this long, for the next screen, in ms. */
const KEPT_MS = 2000

function watch(shootId: string, onChange: () => void): () => void {
  const entry = watched.get(shootId) ?? begin(shootId)
  entry.listeners.add(onChange)
  return () => {
    entry.listeners.delete(onChange)
    setTimeout(() => {
      if (entry.listeners.size > 0 || watched.get(shootId) !== entry) return
      entry.watch.dispose()
      watched.delete(shootId)
    }, KEPT_MS)
  }
}

function begin(shootId: string): Watched {
  const listeners = new Set<() => void>()
  const onChange = (): void => {
    for (const listener of listeners) listener()
  }
  const entry = { watch: new ShootWatch(database, ShootId.parse(shootId), onChange), listeners }
  watched.set(shootId, entry)
  return entry
}

const byId = <Row extends { readonly id: string }>(rows: readonly Row[]): Map<string, Row> =>
  new Map(rows.map((row) => [row.id, row]))

/** A lighting of another shoot, by which shoot and by which name. */
export interface ForeignLighting {
  readonly lighting: Lighting
  readonly shootName: string
}

/** The lightings of all other shoots, to which a neutral can be carried. */
export function useForeignLightings(shootId: string): readonly ForeignLighting[] {
  return (
    useLiveQuery(async () => {
      const found = await database.table('lightings').where('shootId').notEqual(shootId).toArray()
      const { rows: lightings } = checkRows('lightings', found)
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
  readonly products: ReadonlyMap<string, Product>
  readonly day: string
  /** The files that have left in deliveries. */
  readonly delivered: ReadonlySet<string>
}

/** All shoots, newest first; undefined while they load. */
export function useShootSummaries(): readonly ShootSummary[] | undefined {
  return useLiveQuery(async () => {
    const shoots = await database.table('shoots').orderBy('createdAt').reverse().toArray()
    return Promise.all(checkRows('shoots', shoots).rows.map(summaryOf))
  })
}

async function summaryOf(shoot: Shoot): Promise<ShootSummary> {
  const mine = { shootId: shoot.id }
  const current = { ...mine, standing: 'current' }
  const [shots, renditions, brief, lightings, products, deliveries] = await Promise.all([
    database.table('shots').where(mine).sortBy('order'),
    database.table('renditions').where(current).toArray(),
    database.table('briefs').get(shoot.briefId) as Promise<unknown>,
    database.table('lightings').where(mine).toArray(),
    database.table('products').where(mine).toArray(),
    database.table('deliveries').where(mine).toArray(),
  ])
  return {
    shoot,
    shots: checkRows('shots', shots).rows,
    renditions: checkRows('renditions', renditions).rows,
    briefRow: checkRows('briefs', brief === undefined ? [] : [brief]).rows[0],
    lightings: byId(checkRows('lightings', lightings).rows),
    products: new Map(checkRows('products', products).rows.map((row) => [row.sku, row])),
    day: today(),
    delivered: new Set(
      checkRows('deliveries', deliveries).rows.flatMap(({ files }) =>
        files.map(({ fileHash }) => fileHash),
      ),
    ),
  }
}
