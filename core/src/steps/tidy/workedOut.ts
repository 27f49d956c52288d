import { defineNote } from '../../memory'
import { Sheet, type Patch, type Source } from '../../source'
import type { StoredWork } from '../step'

/** Pixels of works that are remembered of one photograph, in bytes; what is further back is done again. */
const KEPT_BYTES = 256e6
/** Sheets that are remembered of one photograph: they share the tiles that are alike. */
const KEPT_SHEETS = 4

/** A sheet, and the names of the works that it holds, in their order. */
interface KeyedSheet {
  readonly keys: readonly string[]
  readonly sheet: Sheet
}

/** What has been worked out of a photograph: works by their names, and what some of them in a row came to. */
export class WorkedOut {
  readonly #patches = new Map<string, Patch[]>()
  /** The newest last. */
  readonly #sheets: KeyedSheet[] = []
  #bytes = 0

  /** The sheet that holds most of some works, and nothing else. */
  begunWith(keys: readonly string[]): KeyedSheet | null {
    const holding = this.#sheets.filter(
      (kept) => kept.keys.length <= keys.length && kept.keys.every((key, i) => key === keys[i]),
    )
    return holding.sort((a, b) => b.keys.length - a.keys.length)[0] ?? null
  }

  keep(sheet: KeyedSheet): void {
    this.#sheets.push(sheet)
    if (this.#sheets.length > KEPT_SHEETS) this.#sheets.shift()
  }

  /** The patches of a work; made where they are not remembered. */
  patchesOf(key: string, make: () => Patch[]): Patch[] {
    const there = this.#patches.get(key)
    const patches = there ?? make()
    // The newest used stand last.
    this.#patches.delete(key)
    this.#patches.set(key, patches)
    if (!there) this.#bytes += bytesOf(patches)
    for (const [oldest, kept] of this.#patches) {
      if (this.#bytes <= KEPT_BYTES || oldest === key) break
      this.#patches.delete(oldest)
      this.#bytes -= bytesOf(kept)
    }
    return patches
  }

  get newest(): KeyedSheet | null {
    return this.#sheets.at(-1) ?? null
  }
}

const WORKED_OUT = defineNote<WorkedOut>('retouches worked out')

/** What has been worked out of a photograph, for as long as it is open. */
export const workedOutOf = (source: Source): WorkedOut =>
  source.memory.of(source, WORKED_OUT, () => new WorkedOut())

/** The newest sheet of an open photograph. */
export function storeSheet(source: Source): StoredWork | null {
  const newest = workedOutOf(source).newest
  return newest && { keys: newest.keys, tiles: newest.sheet.stored }
}

/** Gives a photograph that is opened again the sheet that was stored of it. */
export const recallSheet = (source: Source, { keys, tiles }: StoredWork): void =>
  workedOutOf(source).keep({ keys, sheet: Sheet.of(tiles) })

const bytesOf = (patches: readonly Patch[]): number =>
  patches.reduce((sum, { picture }) => sum + picture.data.byteLength, 0)
