import { createHash } from 'node:crypto'
import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { JobAsset } from '../pool'

/** The files of a folder by the hash of their content, for what a brief names by hash. */
export async function loadAssets(folder: string): Promise<JobAsset[]> {
  const entries = await readdir(folder, { withFileTypes: true })
  return Promise.all(
    entries
      .filter((entry) => entry.isFile())
      .map(async ({ name }) => {
        const source = new Uint8Array(await readFile(join(folder, name)))
        return { hash: createHash('sha256').update(source).digest('hex'), source }
      }),
  )
}
