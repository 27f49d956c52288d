import type { Database, WatchedFolder } from '../../data'
import type { giveFiles } from '../intake'
import { filesIn, markOf, type FoundFile } from './filesIn'

/** Photographs, and tables of products; whatever else lies there is none of the shoot's business. */
const IS_TAKEN = /\.(jpe?g|png|webp|avif|tiff?|heic|heif|csv)$/i

/**
 * Looks at a folder once, and takes in what has arrived since: each file once, and once it has kept still from one look to
 * the next, since a camera may still be writing it.
 *
 * @param before the marks of the last look.
 * @returns the marks of this one.
 */
export async function takeFromFolder(
  { shootId, handle, taken }: WatchedFolder,
  before: ReadonlySet<string>,
  give: typeof giveFiles,
  db: Database,
): Promise<ReadonlySet<string>> {
  const found = (await filesIn(handle)).filter(
    ({ path, file }) => IS_TAKEN.test(path) && file.size > 0,
  )
  const known = new Set(taken)
  const fresh = found.filter((one) => !known.has(markOf(one)) && before.has(markOf(one)))
  if (fresh.length > 0) {
    await give(shootId, fresh.map(incoming))
    const marks = [...taken, ...fresh.map(markOf)]
    await db.watchedFolders.update(shootId, { taken: marks })
  }
  return new Set(found.map(markOf))
}

const incoming = ({ file }: FoundFile) => ({ fileName: file.name, blob: file })
