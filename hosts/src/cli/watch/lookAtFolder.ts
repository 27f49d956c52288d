import { readFile, realpath, stat } from 'node:fs/promises'
import { resolve, sep } from 'node:path'
import { filesUnder } from '../filesUnder'
import { looksLikePicture } from '../gatherPhotos'
import { sha256 } from '../sha256'

/** A photograph that lies in the folder and is whole, by its bytes. */
export interface SettledPhoto {
  readonly path: string
  readonly hash: string
}

/** What one look at a folder found. */
export interface Look {
  readonly settled: readonly SettledPhoto[]
  /** Files that may still be growing. */
  readonly unsettled: number
  /** Files that this machine would not let be read. */
  readonly unreadable: readonly string[]
}

interface Seen {
  readonly size: number
  readonly mtimeMs: number
  /** What it is; null until it has kept still. */
  readonly is: { readonly hash: string } | 'no picture' | 'unreadable' | null
}

/**
 * Looks at a folder, and those inside it, again and again: on network drives nothing else tells of changes. A file counts as
 * whole once neither its size nor its time has changed from one look to the next, and is read once then.
 *
 * @param without a folder that may lie inside and is no part of it: what is made of the photographs.
 */
export function createLooks(folder: string, without: string): () => Promise<Look> {
  let before: ReadonlyMap<string, Seen> = new Map()
  return async () => {
    // A drive that is away for a while comes back.
    const files = await realpath(folder)
      .then(filesUnder)
      .catch(() => null)
    if (!files) return { settled: [], unsettled: 0, unreadable: [folder] }
    const out = `${await realpath(without).catch(() => resolve(without))}${sep}`
    const now = new Map<string, Seen>()
    for (const path of files) {
      const info = path.startsWith(out) ? null : await stat(path).catch(() => null)
      // Taken away meanwhile; or empty, as files are before they are written.
      if (!info || info.size === 0) continue
      const { size, mtimeMs } = info
      const last = before.get(path)
      const isStill = last?.size === size && last.mtimeMs === mtimeMs
      now.set(path, { size, mtimeMs, is: isStill ? (last.is ?? (await readAs(path))) : null })
    }
    before = now
    const all = [...now]
    return {
      settled: all.flatMap(([path, { is }]) =>
        typeof is === 'object' && is !== null ? [{ path, hash: is.hash }] : [],
      ),
      unsettled: all.filter(([, { is }]) => is === null).length,
      unreadable: all.filter(([, { is }]) => is === 'unreadable').map(([path]) => path),
    }
  }
}

async function readAs(path: string): Promise<Seen['is']> {
  try {
    return (await looksLikePicture(path)) ? { hash: sha256(await readFile(path)) } : 'no picture'
  } catch {
    return 'unreadable'
  }
}
