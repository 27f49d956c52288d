import { readdir } from 'node:fs/promises'
import { join } from 'node:path'

/** All files in a folder and in those inside it, by name; hidden ones are left out. */
export async function filesUnder(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true, recursive: true })
  return entries
    .filter((entry) => entry.isFile() && !entry.name.startsWith('.'))
    .map(({ parentPath, name }) => join(parentPath, name))
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
}
