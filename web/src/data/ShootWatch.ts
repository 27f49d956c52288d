import type { BriefId, ShootId } from '@cloudbank/core/shoot'
import { slotOf, type BriefRow, type Shoot, type ShootRows } from '@cloudbank/core/shoot'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { watchTables, type Changed } from './changes'
import type { Database, RowOf, TableName } from './database'
import { checkRows, setAside } from './readRows'
import type { MeasureRow, Refusal } from './rows'
import { today } from './today'

/** A shoot with everything that its screens show, kept in step with the database. */
export interface ShootView extends ShootRows {
  readonly refusals: readonly Refusal[]
  /** When the reading began that it shows, as a time of `performance.now()`: nothing that was kept before is missing. */
  readonly readAt: number
}

/** Tables of which all rows of a shoot are held. */
const OWN_TABLES = ['shots', 'products', 'renditions', 'refusals', 'lightings'] as const
type OwnTable = (typeof OWN_TABLES)[number]
const WATCHED = [...OWN_TABLES, 'shoots', 'briefs', 'measures'] as const

/** Changes that come in quick succession are shown together, in ms: every showing costs a screen. */
const GATHER_MS = 120
/** Nor is a change shown before so many times what the last showing took: the page stays free for the hand. */
const PAUSE = 4
/** The many rows of measures wait until the first pictures have been asked for, in ms. */
const MEASURES_AFTER_MS = 400

/**
 * One reading of a shoot that serves all screens. It is read once; after that only the rows that have
 * changed are read again, so that keeping one result costs the same in a shoot of ten and of ten thousand.
 */
export class ShootWatch {
  readonly #db: Database
  readonly #shootId: ShootId
  readonly #onChange: () => void
  readonly #rows: { readonly [Name in OwnTable]: Map<unknown, RowOf<Name>> } = {
    shots: new Map(),
    products: new Map(),
    renditions: new Map(),
    refusals: new Map(),
    lightings: new Map(),
  }
  #shoot: Shoot | null = null
  #briefRow: BriefRow | null = null
  #measures = new Map<string, MeasureRow['result']>()
  /** Originals whose measures have been asked for; what comes later is announced. */
  readonly #asked = new Set<string>()
  #stopWatching: () => void
  #pending = new Map<string, Changed>()
  #timer: ReturnType<typeof setTimeout> | null = null
  #shownAt = 0
  /** What the last showing took, in ms. */
  #showingMs = 0
  /** Readings follow each other, so that an older one never comes last. */
  #reading: Promise<void> = Promise.resolve()
  #disposed = false
  #view: ShootView | null | undefined
  #problem: Error | null = null

  constructor(db: Database, shootId: ShootId, onChange: () => void) {
    this.#db = db
    this.#shootId = shootId
    this.#onChange = onChange
    this.#stopWatching = watchTables(db, WATCHED, (changed) => this.#gather(changed))
    this.#enqueue(async () => {
      const readAt = performance.now()
      await this.#readAll()
      this.#show([...OWN_TABLES], readAt)
    })
    setTimeout(() => this.#gather(new Map([['measures', { kind: 'all' }]])), MEASURES_AFTER_MS)
  }

  /** Undefined while it loads, null when there is no such shoot. */
  get view(): ShootView | null | undefined {
    return this.#view
  }

  /** Why it could not be read; null while it can. */
  get problem(): Error | null {
    return this.#problem
  }

  dispose(): void {
    this.#disposed = true
    this.#stopWatching()
    if (this.#timer !== null) clearTimeout(this.#timer)
  }

  #gather(changed: ReadonlyMap<string, Changed>): void {
    if (this.#disposed) return
    for (const [table, change] of changed)
      this.#pending.set(table, merged(this.#pending.get(table), change))
    if (this.#timer !== null) return
    // A change after a pause is shown at once; one of many waits for the others.
    const since = performance.now() - this.#shownAt
    const pause = Math.max(GATHER_MS, PAUSE * this.#showingMs)
    this.#timer = setTimeout(() => this.#flush(), Math.max(0, pause - since))
  }

  #flush(): void {
    this.#timer = null
    const changed = this.#pending
    this.#pending = new Map()
    this.#enqueue(async () => {
      const readAt = performance.now()
      const own = OWN_TABLES.filter((table) => changed.has(table))
      for (const table of own) await this.#readChanged(table, changed.get(table)!)
      const measures = changed.get('measures')
      const newShots = own.includes('shots')
      if (measures || newShots) await this.#readMeasures(measures)
      if (changed.has('shoots') || changed.has('briefs')) await this.#readHead()
      this.#show(own, readAt)
    })
  }

  #enqueue(read: () => Promise<void>): void {
    this.#reading = this.#reading.then(async () => {
      if (this.#disposed) return
      try {
        await read()
        this.#problem = null
      } catch (error) {
        this.#problem = error instanceof Error ? error : new Error(String(error))
        this.#onChange()
      }
    })
  }

  async #readAll(): Promise<void> {
    await this.#readHead()
    if (!this.#shoot) return
    for (const table of OWN_TABLES) await this.#readChanged(table, { kind: 'all' })
  }

  async #readHead(): Promise<void> {
    const [shoot] = await this.#checked('shoots', [await this.#db.shoots.get(this.#shootId)])
    this.#shoot = shoot ?? null
    if (shoot) this.#briefRow = await this.#readBrief(shoot.briefId)
  }

  /** A brief that cannot be read is set aside; the shoot opens with one to start from. */
  async #readBrief(id: BriefId): Promise<BriefRow> {
    const [row] = await this.#checked('briefs', [await this.#db.briefs.get(id)])
    if (row) return row
    const fresh: BriefRow = { id, brief: SHOP_WHITE }
    await this.#db.briefs.put(fresh)
    return fresh
  }

  async #readChanged<Name extends OwnTable>(name: Name, change: Changed): Promise<void> {
    const held = this.#rows[name] as Map<unknown, RowOf<Name>> // of its own table
    const table = this.#db.table<{ id: unknown; shootId: unknown }>(name)
    if (change.kind === 'all') {
      const found =
        name === 'renditions'
          ? await table.where({ shootId: this.#shootId, standing: 'current' }).toArray()
          : await table.where('shootId').equals(this.#shootId).toArray()
      held.clear()
      for (const row of await this.#checked(name, found)) held.set(row.id, row)
      return
    }
    const found = await table.bulkGet([...change.keys])
    for (const key of change.keys) held.delete(key)
    for (const row of await this.#checked(name, found))
      if (this.#belongs(row)) held.set(row.id, row)
  }

  #belongs(row: object): boolean {
    if (!('shootId' in row) || row.shootId !== this.#shootId) return false
    return !('standing' in row) || row.standing === 'current'
  }

  async #readMeasures(change: Changed | undefined): Promise<void> {
    const wanted = new Set<string>(
      [...this.#rows.shots.values()].map(({ originalHash }) => originalHash),
    )
    const fresh = [...wanted].filter((hash) => !this.#asked.has(hash))
    const changed = change?.kind === 'keys' ? change.keys.map(String) : []
    const keys = change?.kind === 'all' ? [...wanted] : [...new Set([...fresh, ...changed])]
    const asking = keys.filter((hash) => wanted.has(hash))
    if (asking.length === 0) return
    for (const hash of asking) this.#asked.add(hash)
    const rows = await this.#checked('measures', await this.#db.table('measures').bulkGet(asking))
    if (rows.length === 0) return
    this.#measures = new Map(this.#measures)
    for (const { hash, result } of rows) this.#measures.set(hash, result)
  }

  async #checked<Name extends TableName>(
    table: Name,
    found: readonly unknown[],
  ): Promise<RowOf<Name>[]> {
    const { rows, bad } = checkRows(
      table,
      found.filter((row) => row !== undefined),
    )
    await setAside(table, bad, this.#db)
    return rows
  }

  #show(changed: readonly OwnTable[], readAt: number): void {
    this.#shownAt = performance.now()
    this.#view = this.#combine(changed, readAt)
    this.#onChange()
    // By the next task the screens have been drawn.
    setTimeout(() => (this.#showingMs = performance.now() - this.#shownAt))
  }

  /** The parts that have not changed stay the same objects, so that what shows them need not. */
  #combine(changed: readonly OwnTable[], readAt: number): ShootView | null {
    const shoot = this.#shoot
    const briefRow = this.#briefRow
    if (!shoot || !briefRow) return null
    const before = this.#view
    const kept = <T>(table: OwnTable, part: T | undefined, make: () => T): T =>
      part === undefined || changed.includes(table) ? make() : part
    const { shots, products, renditions, refusals, lightings } = this.#rows
    return {
      shoot,
      briefRow,
      shots: kept('shots', before?.shots, () =>
        [...shots.values()].sort((a, b) => a.order - b.order),
      ),
      products: kept(
        'products',
        before?.products,
        () => new Map([...products.values()].map((row) => [row.sku, row])),
      ),
      renditions: kept(
        'renditions',
        before?.renditions,
        () => new Map([...renditions.values()].map((row) => [slotOf(row), row])),
      ),
      refusals: kept('refusals', before?.refusals, () => [...refusals.values()]),
      lightings: kept(
        'lightings',
        before?.lightings,
        () => new Map([...lightings.values()].map((row) => [row.id, row])),
      ),
      measures: this.#measures,
      day: today(),
      readAt,
    }
  }
}

function merged(one: Changed | undefined, other: Changed): Changed {
  if (!one) return other
  if (one.kind === 'all' || other.kind === 'all') return { kind: 'all' }
  return { kind: 'keys', keys: [...one.keys, ...other.keys] }
}
