import { randomUUID } from 'node:crypto'
import { mkdir, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises'
import { dirname, join, relative, sep } from 'node:path'
import type { Stored, StorePort } from './store'

/** Files that are still being written end so. */
const UNFINISHED = '.part'
/** An unfinished file that nobody has written to for so long belongs to nobody, in ms. */
const ABANDONED_MS = 24 * 3600 * 1000

const isMissing = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'ENOENT'

/** A store in a folder, which several machines may share. */
export function folderStore(folder: string): StorePort {
  const pathOf = (key: string): string => join(folder, ...key.split('/'))
  return {
    has: (key) =>
      stat(pathOf(key)).then(
        () => true,
        () => false,
      ),
    get: async (key) => {
      const path = pathOf(key)
      const bytes = await readFile(path).catch((error: unknown) => {
        if (isMissing(error)) return null
        throw error
      })
      if (!bytes) return null
      const now = new Date()
      // On a disk that may only be read, the longest unused can't be told; nothing else depends on it.
      await utimes(path, now, now).catch(() => undefined)
      return bytes
    },
    put: async (key, bytes) => {
      const path = pathOf(key)
      await mkdir(dirname(path), { recursive: true })
      const part = `${path}.${randomUUID()}${UNFINISHED}`
      await writeFile(part, bytes)
      await rename(part, path)
    },
    remove: (key) => rm(pathOf(key), { force: true }),
    list: async (prefix) => {
      const names = await readdir(join(folder, prefix), {
        recursive: true,
        withFileTypes: true,
      }).catch((error: unknown) => {
        if (isMissing(error)) return []
        throw error
      })
      const found: Stored[] = []
      for (const entry of names.filter((one) => one.isFile())) {
        const path = join(entry.parentPath, entry.name)
        const info = await stat(path).catch(() => null)
        // Removed meanwhile by another machine.
        if (!info) continue
        if (!entry.name.endsWith(UNFINISHED)) {
          const key = relative(folder, path).split(sep).join('/')
          found.push({ key, bytes: info.size, usedAt: info.mtimeMs })
        } else if (Date.now() - info.mtimeMs > ABANDONED_MS) await rm(path, { force: true })
      }
      return found
    },
  }
}
