import { RenditionId, slotOfId, type Rendition, type ShootId } from '@cloudbank/core/shoot'
import type { z } from 'zod'
import { database, SCHEMAS, type Database, type RowOf } from './database'
import { isSame, overlap, valueAt, withValueAt, type Path } from './paths'
import type { Deed, DeedTable, Patch } from './rows'

/** The name by which a history finds what was done to a row. */
export const rowRef = (table: DeedTable, id: string): string => `${table}/${id}`

/** What the history is looked at for: a whole shoot, or some of its rows. */
export interface HistoryScope {
  readonly shootId: ShootId
  /** `rowRef`s; everything when it is missing. */
  readonly rows?: readonly string[]
}

/** One value of one row that is to be another. */
export interface Edit {
  readonly table: DeedTable
  readonly id: string
  readonly path: Path
  /** The value that it becomes, told from the one that is there; undefined takes it away. */
  readonly to: (before: unknown) => unknown
}

/** Something to do that can be undone. */
export interface NewDeed {
  readonly shootId: ShootId
  /** What was done, in words: “Exposure +0.30”. */
  readonly words: string
  readonly edits: readonly Edit[]
  /** Deeds with the same key in quick succession count as one, as when a slider is dragged. */
  readonly mergeKey?: string
}

/** Puts a value in a place. */
export const put = (table: DeedTable, id: string, path: Path, value: unknown): Edit => ({
  table,
  id,
  path,
  to: () => value,
})

/** Puts several fields of a row. */
export const putFields = <Name extends DeedTable>(
  table: Name,
  id: string,
  fields: Partial<RowOf<Name>>,
): Edit[] => Object.entries(fields).map(([field, value]) => put(table, id, [field], value))

/** A row that comes to be. */
export const create = <Name extends DeedTable>(table: Name, row: RowOf<Name>): Edit =>
  put(table, row.id, [], row)

/** A row that goes. */
export const remove = (table: DeedTable, { id }: { readonly id: string }): Edit =>
  put(table, id, [], undefined)

/** Two deeds further apart are not one, in ms. */
const MERGE_MS = 4000

const TABLES = (db: Database) =>
  [db.shoots, db.shots, db.lightings, db.products, db.briefs, db.renditions, db.deeds] as const

/**
 * Does it and keeps it in the history. What was there before is read in the transaction that writes, so
 * that two that change one row at a time both count. What had been undone of the same rows can not be
 * redone any more.
 *
 * @returns the deed's name in the history; null where nothing was changed.
 */
export async function performNamed(deed: NewDeed, db: Database = database): Promise<number | null> {
  if (deed.edits.length === 0) return null
  return db.transaction('rw', [...TABLES(db)], async () => {
    const patches = await applyEdits(deed.edits, db)
    if (patches.length === 0) return null
    const rows = [...new Set(patches.map(({ table, id }) => rowRef(table, id)))]
    await forgetUndone(deed.shootId, rows, db)
    const last = await db.deeds.where('shootId').equals(deed.shootId).last()
    const at = Date.now()
    if (last && mergesInto(deed, last, at)) {
      await db.deeds.put({
        ...last,
        words: deed.words,
        patches: mergePatches(last.patches, patches),
        rows: [...new Set([...last.rows, ...rows])],
        at,
      })
      return last.id!
    }
    const { shootId, words, mergeKey = null } = deed
    const id = await db.deeds.add({ shootId, words, patches, rows, redoable: 0, at, mergeKey })
    return id ?? null
  })
}

/** Does it and keeps it in the history, as `performNamed`. */
export async function perform(deed: NewDeed, db: Database = database): Promise<void> {
  await performNamed(deed, db)
}

const mergesInto = ({ mergeKey }: NewDeed, last: Deed, at: number): boolean =>
  mergeKey !== undefined &&
  last.mergeKey === mergeKey &&
  at - last.at < MERGE_MS &&
  last.patches.every(({ undoneAs }) => undoneAs === null)

const isOfOnePlace = (a: Patch, b: Patch): boolean =>
  a.table === b.table && a.id === b.id && isSame(a.path, b.path)

/** Of each place the value before the first and after the last. */
function mergePatches(first: readonly Patch[], then: readonly Patch[]): Patch[] {
  const merged = first.map((patch) => {
    const next = then.find((candidate) => isOfOnePlace(candidate, patch))
    return next ? { ...patch, after: next.after } : patch
  })
  return [...merged, ...then.filter((patch) => !first.some((known) => isOfOnePlace(known, patch)))]
}

/** Writes the edits; gives back what they changed. */
async function applyEdits(edits: readonly Edit[], db: Database): Promise<Patch[]> {
  const patches: Patch[] = []
  const rows = new RowsInHand(db)
  for (const { table, id, path, to } of edits) {
    const row = await rows.get(table, id)
    // A row that has gone meanwhile stays gone; only a whole row can come to be.
    if (row === undefined && path.length > 0) continue
    const before = valueAt(row, path)
    const after = to(before)
    if (isSame(before, after)) continue
    rows.set(table, id, withValueAt(row, path, after))
    patches.push({ table, id, path: [...path], before, after, undoneAs: null })
  }
  await rows.write()
  return patches
}

/** Rows that are read once, changed in hand, and written once. */
class RowsInHand {
  readonly #db: Database
  readonly #rows = new Map<
    string,
    { table: DeedTable; id: string; row: unknown; changed: boolean }
  >()

  constructor(db: Database) {
    this.#db = db
  }

  async get(table: DeedTable, id: string): Promise<unknown> {
    const ref = rowRef(table, id)
    const known = this.#rows.get(ref)
    if (known) return known.row
    const kept: unknown = await this.#db.table(table).get(id)
    // A row that an earlier version wrote is changed as this one reads it.
    const row = kept === undefined ? undefined : asRead(table, kept)
    this.#rows.set(ref, { table, id, row, changed: false })
    return row
  }

  set(table: DeedTable, id: string, row: unknown): void {
    this.#rows.set(rowRef(table, id), { table, id, row, changed: true })
  }

  /** @throws ZodError when a row is not as it must be; nothing of the transaction is kept then. */
  async write(): Promise<void> {
    for (const { table, id, row, changed } of this.#rows.values()) {
      if (!changed) continue
      if (row === undefined) await this.#db.table(table).delete(id)
      else {
        const schema: z.ZodType = SCHEMAS[table]
        schema.parse(row)
        await this.#db.table(table).put(row)
      }
    }
    await this.#keepOneCurrent()
  }

  /** Of a rendition's versions one stands at a time: the one that a deed has put there last. */
  async #keepOneCurrent(): Promise<void> {
    for (const { table, id, row, changed } of this.#rows.values()) {
      if (!changed || table !== 'renditions' || !row) continue
      if ((row as Rendition).standing !== 'current') continue // as its schema has checked
      await this.#db.renditions
        .where('id')
        .startsWith(`${slotOfId(RenditionId.parse(id))}/`)
        .filter((other) => other.id !== id && other.standing === 'current')
        .modify({ standing: 'earlier' })
    }
  }
}

/** What had been undone of these rows can not be redone any more. */
async function forgetUndone(
  shootId: ShootId,
  rows: readonly string[],
  db: Database,
): Promise<void> {
  const redoable = await db.deeds.where({ shootId, redoable: 1 }).toArray()
  for (const deed of redoable) {
    if (!deed.rows.some((row) => rows.includes(row))) continue
    const patches = deed.patches.filter(
      ({ undoneAs, table, id }) => undoneAs === null || !rows.includes(rowRef(table, id)),
    )
    if (patches.length === 0) await db.deeds.delete(deed.id!)
    else await keepPatches(deed, patches, db)
  }
}

async function keepPatches(deed: Deed, patches: readonly Patch[], db: Database): Promise<void> {
  await db.deeds.put({
    ...deed,
    patches: [...patches],
    rows: [...new Set(patches.map(({ table, id }) => rowRef(table, id)))],
    redoable: patches.some(({ undoneAs }) => undoneAs !== null) ? 1 : 0,
  })
}

/** What came of an undo or a redo. */
export type Stepped =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'done'; readonly words: string }
  /** Some or all of it is not as the deed left it any more, and stays as it is. */
  | {
      readonly kind: 'blocked'
      readonly words: string
      /** Whether any of it was taken back, or done again. */
      readonly partly: boolean
      /** The words of the later deeds that are in the way; none where something else changed it. */
      readonly by: readonly string[]
    }

/** Takes back the last deed of the scope, as far as it lies within the scope. */
export function undoLast(scope: HistoryScope, db: Database = database): Promise<Stepped> {
  return db.transaction('rw', [...TABLES(db)], async () => {
    const deed = await lastWith(scope, ({ undoneAs }) => undoneAs === null, db)
    return deed ? takeBack(deed, scope, db) : { kind: 'nothing' }
  })
}

/** Takes back one deed, as far as it lies within the scope, whatever has been done since. */
export function undoDeed(
  deedId: number,
  scope: HistoryScope,
  db: Database = database,
): Promise<Stepped> {
  return db.transaction('rw', [...TABLES(db)], async () => {
    const deed = await db.deeds.get(deedId)
    const open = deed?.patches.some((patch) => isIn(patch, scope) && patch.undoneAs === null)
    return deed && open ? takeBack(deed, scope, db) : { kind: 'nothing' }
  })
}

/** Takes back a deed and all that came after it, as far as they lie within the scope; the newest first. */
export async function undoTo(
  deedId: number,
  scope: HistoryScope,
  db: Database = database,
): Promise<Stepped> {
  const deeds = await deedsOf(scope, db)
  const open = deeds.filter((deed) => deed.id! >= deedId && !isUndone(deed, scope)).reverse()
  let last: Stepped = { kind: 'nothing' }
  for (const { id } of open) {
    last = await undoDeed(id!, scope, db)
    if (last.kind === 'blocked') return last
  }
  return last
}

/** Does again what was undone last in the scope. */
export function redoNext(scope: HistoryScope, db: Database = database): Promise<Stepped> {
  return db.transaction('rw', [...TABLES(db)], async () => {
    const deeds = await db.deeds.where({ shootId: scope.shootId, redoable: 1 }).toArray()
    const newest = deeds
      .map((deed) => ({ deed, undoneAs: lastUndone(deed, scope) }))
      .filter(({ undoneAs }) => undoneAs > 0)
      .sort((a, b) => b.undoneAs - a.undoneAs)[0]
    return newest ? doAgain(newest.deed, newest.undoneAs, scope, db) : { kind: 'nothing' }
  })
}

const isIn = ({ table, id }: Patch, { rows }: HistoryScope): boolean =>
  rows === undefined || rows.includes(rowRef(table, id))

const lastUndone = ({ patches }: Deed, scope: HistoryScope): number =>
  Math.max(0, ...patches.filter((p) => isIn(p, scope)).map(({ undoneAs }) => undoneAs ?? 0))

/** The newest deed with a patch in the scope for which the test holds. */
async function lastWith(
  scope: HistoryScope,
  test: (patch: Patch) => boolean,
  db: Database,
): Promise<Deed | undefined> {
  const fits = ({ patches }: Deed): boolean =>
    patches.some((patch) => isIn(patch, scope) && test(patch))
  return db.deeds.where('shootId').equals(scope.shootId).reverse().filter(fits).first()
}

async function takeBack(deed: Deed, scope: HistoryScope, db: Database): Promise<Stepped> {
  const open = deed.patches.filter((patch) => isIn(patch, scope) && patch.undoneAs === null)
  const moved = await move([...open].reverse(), 'after', 'before', db)
  const undoneAs = await nextCount(deed.shootId, db)
  await keepPatches(
    deed,
    deed.patches.map((patch) => (moved.has(patch) ? { ...patch, undoneAs } : patch)),
    db,
  )
  return stepped(deed, open, moved, db)
}

async function doAgain(
  deed: Deed,
  undoneAs: number,
  scope: HistoryScope,
  db: Database,
): Promise<Stepped> {
  const closed = deed.patches.filter((p) => isIn(p, scope) && p.undoneAs === undoneAs)
  const moved = await move(closed, 'before', 'after', db)
  await keepPatches(
    deed,
    deed.patches.map((patch) => (moved.has(patch) ? { ...patch, undoneAs: null } : patch)),
    db,
  )
  return stepped(deed, closed, moved, db)
}

/** Counts undoings, so that the last one is known whatever the order of the deeds. */
async function nextCount(shootId: ShootId, db: Database): Promise<number> {
  const deeds = await db.deeds.where({ shootId, redoable: 1 }).toArray()
  const all = deeds.flatMap(({ patches }) => patches.map(({ undoneAs }) => undoneAs ?? 0))
  return Math.max(0, ...all) + 1
}

/** Puts values from one side of their patches to the other, where they still are as that side has them. */
async function move(
  patches: readonly Patch[],
  from: 'before' | 'after',
  to: 'before' | 'after',
  db: Database,
): Promise<Set<Patch>> {
  const rows = new RowsInHand(db)
  const moved = new Set<Patch>()
  for (const patch of patches) {
    const { table, id, path } = patch
    const row = await rows.get(table, id)
    const rowIsThere = row !== undefined || path.length === 0
    if (!rowIsThere || !stands(table, row, path, patch[from])) continue
    rows.set(table, id, withValueAt(row, path, patch[to]))
    moved.add(patch)
  }
  await rows.write()
  return moved
}

/**
 * Whether a row has a value in a place. What an earlier version wrote counts as this one reads it: with the
 * settings that have come since, at rest.
 */
function stands(table: DeedTable, row: unknown, path: Path, value: unknown): boolean {
  if (isSame(valueAt(row, path), value)) return true
  if (row === undefined || value === undefined) return false
  return isSame(row, asRead(table, withValueAt(row, path, value)))
}

/** A row as this version reads it; as it is where it cannot be read. */
const asRead = (table: DeedTable, row: unknown): unknown =>
  SCHEMAS[table].safeParse(row).data ?? row

async function stepped(
  deed: Deed,
  wanted: readonly Patch[],
  moved: ReadonlySet<Patch>,
  db: Database,
): Promise<Stepped> {
  const { words } = deed
  const blocked = wanted.filter((patch) => !moved.has(patch))
  if (blocked.length === 0) return { kind: 'done', words }
  const others = await db.deeds.where('shootId').equals(deed.shootId).toArray()
  const by = others.filter(
    (other) =>
      other.id !== deed.id &&
      other.patches.some(
        (later) =>
          later.undoneAs === null &&
          blocked.some(
            (patch) =>
              patch.table === later.table &&
              patch.id === later.id &&
              overlap(patch.path, later.path),
          ),
      ),
  )
  return {
    kind: 'blocked',
    words,
    partly: moved.size > 0,
    by: by.filter(({ id }) => id! > deed.id!).map((other) => other.words),
  }
}

/** How an undo or a redo went, in a sentence; null where there is nothing to say. */
export function describeStepped(stepped: Stepped, what: 'undo' | 'redo'): string | null {
  switch (stepped.kind) {
    case 'done':
      return null
    case 'nothing':
      return `Nothing to ${what}.`
    case 'blocked': {
      const done = what === 'undo' ? 'undone' : 'redone'
      const how = stepped.partly ? `only partly ${done}` : `not ${done}`
      const why =
        stepped.by.length > 0
          ? `“${stepped.by.join('”, “')}” changed the same since`
          : 'what it left has been changed since'
      return `“${stepped.words}” was ${how}: ${why}.`
    }
  }
}

/** Deeds of a scope, oldest first. */
export async function deedsOf(scope: HistoryScope, db: Database = database): Promise<Deed[]> {
  if (scope.rows === undefined) return db.deeds.where('shootId').equals(scope.shootId).sortBy('id')
  const found = await db.deeds
    .where('rows')
    .anyOf([...scope.rows])
    .distinct()
    .sortBy('id')
  return found.filter(({ shootId }) => shootId === scope.shootId)
}

/** Whether all of a deed that lies in the scope has been taken back. */
export const isUndone = ({ patches }: Deed, scope: HistoryScope): boolean =>
  patches.filter((patch) => isIn(patch, scope)).every(({ undoneAs }) => undoneAs !== null)
