/** A file that was found in a folder. */
export interface FoundFile {
  /** Within the folder, by slashes. */
  readonly path: string
  readonly file: File
}

/** All files in a folder and in those inside it, by path; hidden ones are left out. */
export async function filesIn(
  folder: FileSystemDirectoryHandle,
  within = '',
): Promise<readonly FoundFile[]> {
  const found: FoundFile[] = []
  for await (const [name, entry] of folder.entries()) {
    const path = `${within}${name}`
    if (name.startsWith('.')) continue
    if (isFolder(entry)) found.push(...(await filesIn(entry, `${path}/`)))
    else if (isFile(entry)) found.push({ path, file: await entry.getFile() })
  }
  return found.sort((a, b) => a.path.localeCompare(b.path, 'en', { numeric: true }))
}

const isFolder = (entry: FileSystemHandle): entry is FileSystemDirectoryHandle =>
  entry.kind === 'directory'
const isFile = (entry: FileSystemHandle): entry is FileSystemFileHandle => entry.kind === 'file'

/** What tells that a file has not been taken in yet, or has changed since. */
export const markOf = ({ path, file: { size, lastModified } }: FoundFile): string =>
  `${path}/${size}/${lastModified}`
