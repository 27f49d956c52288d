import { z } from 'zod'
import { database, perform, put, ShootId, type Database } from '../data'
import { DEED_TABLES } from '../data/rows'
import { ifGone, TAB } from './tab'

/** A change as plain data, so that it can be kept outside of the database until it is in it. */
export const PlainDeed = z.object({
  shootId: ShootId,
  words: z.string(),
  mergeKey: z.string(),
  puts: z.array(
    z.object({
      table: z.enum(DEED_TABLES),
      id: z.string(),
      path: z.array(z.string()),
      /** Undefined takes the value away. */
      value: z.unknown().optional(),
    }),
  ),
})
export type PlainDeed = z.infer<typeof PlainDeed>

/** What a save queue needs of its surroundings. */
export interface SavePorts {
  readonly perform: (deed: PlainDeed) => Promise<void>
  /** Keeps what is not saved yet where it survives the page, at once; null clears it. */
  readonly remember: (unsaved: readonly PlainDeed[] | null) => void
}

/**
 * Saves changes that come faster than they can be saved. Of those with one merge key only the newest waits
 * while one is being saved; a change with another key waits its turn behind them. What is not in the
 * database yet is remembered outside of it, so that a page that is left in the middle loses nothing.
 */
export class SaveQueue {
  readonly #ports: SavePorts
  #waiting: { readonly deed: PlainDeed; readonly done: ((error: unknown) => void)[] }[] = []
  #saving: PlainDeed | null = null

  constructor(ports: SavePorts) {
    this.#ports = ports
  }

  /** Settles when the change, or a newer one in its place, is in the database. */
  save(deed: PlainDeed): Promise<void> {
    return new Promise((resolve, reject) => {
      const done = (error: unknown): void => {
        if (error === undefined) resolve()
        else reject(error instanceof Error ? error : new Error(String(error)))
      }
      const last = this.#waiting.at(-1)
      if (last?.deed.mergeKey === deed.mergeKey)
        this.#waiting[this.#waiting.length - 1] = { deed, done: [...last.done, done] }
      else this.#waiting.push({ deed, done: [done] })
      this.#remember()
      if (!this.#saving) void this.#work()
    })
  }

  async #work(): Promise<void> {
    for (let next = this.#waiting.shift(); next; next = this.#waiting.shift()) {
      this.#saving = next.deed
      let failure: unknown
      try {
        await this.#ports.perform(next.deed)
      } catch (error) {
        failure = error
      }
      this.#saving = null
      this.#remember()
      for (const done of next.done) done(failure)
    }
  }

  #remember(): void {
    const waiting = this.#waiting.map(({ deed }) => deed)
    const all = this.#saving ? [this.#saving, ...waiting] : waiting
    this.#ports.remember(all.length === 0 ? null : all)
  }
}

/** Does a plain deed. Done twice, it changes nothing the second time. */
export function performPlain(
  { shootId, words, mergeKey, puts }: PlainDeed,
  db: Database = database,
): Promise<void> {
  const edits = puts.map(({ table, id, path, value }) => put(table, id, path, value))
  return perform({ shootId, words, edits, mergeKey }, db)
}

const PREFIX = 'cloudbank-unsaved/'

/** The tab's one queue of saves. */
export const saves = new SaveQueue({
  perform: performPlain,
  remember: (unsaved) => {
    try {
      if (unsaved === null) localStorage.removeItem(PREFIX + TAB)
      else localStorage.setItem(PREFIX + TAB, JSON.stringify(unsaved))
    } catch {
      // There is no room for it: it is saved all the same unless the page is left this very moment.
    }
  },
})

/** Keeps values in the history, under words, for which nothing newer is to be put. */
export const keepPuts = (shootId: ShootId, words: string, puts: PlainDeed['puts']): Promise<void> =>
  saves.save({ shootId, words, puts, mergeKey: crypto.randomUUID() })

/** Saves what tabs that have been closed had not saved yet. */
export async function saveLeftovers(): Promise<void> {
  for (const key of Object.keys(localStorage).filter((name) => name.startsWith(PREFIX))) {
    const tab = key.slice(PREFIX.length)
    await ifGone(tab, async () => {
      const unsaved = z.array(PlainDeed).safeParse(JSON.parse(localStorage.getItem(key) ?? '[]'))
      for (const deed of unsaved.data ?? []) await performPlain(deed)
      localStorage.removeItem(key)
    })
  }
}
