import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { JobAsset } from '../pool'
import { sha256 } from './sha256'
import { strings } from './strings'
import { UsageError } from './UsageError'

/**
 * The files of a folder by the hash of their content, for what a brief names by hash.
 *
 * @throws UsageError if the folder can't be read.
 */
export async function loadAssets(folder: string): Promise<JobAsset[]> {
  const entries = await readdir(folder, { withFileTypes: true }).catch(() => {
    throw new UsageError(strings.cantBeReadAsFolder(folder))
  })
  return Promise.all(
    entries
      .filter((entry) => entry.isFile())
      .map(async ({ name }) => {
        const source = new Uint8Array(await readFile(join(folder, name)))
        return { hash: sha256(source), source }
      }),
  )
}
