import { open, readdir, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { FileError, readFileFacts } from '@cloudbank/core/codec'
import { strings } from './strings'

/** Photographs to render, and what was given that is none. */
export interface Gathered {
  readonly photos: readonly string[]
  /** What a person should know: what was left out of a folder, and why. */
  readonly notes: readonly string[]
}

/** Bytes of a file by which it is told whether it is a picture. */
const HEAD_BYTES = 4096

/**
 * Files as they were given, and of folders the pictures in them, by name; what is no picture there is left
 * out, and folders inside are not entered. A file that was named itself is always taken: if it is no
 * picture, that is said when its turn comes.
 */
export async function gatherPhotos(paths: readonly string[]): Promise<Gathered> {
  const photos: string[] = []
  const notes: string[] = []
  for (const path of paths) {
    if (!(await isFolder(path))) {
      photos.push(path)
      continue
    }
    const entries = await readdir(path, { withFileTypes: true })
    const files = entries
      .filter((entry) => entry.isFile() && !entry.name.startsWith('.'))
      .map(({ name }) => join(path, name))
      .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
    const others: string[] = []
    for (const file of files) ((await looksLikePicture(file)) ? photos : others).push(file)
    if (others.length > 0) notes.push(strings.notPictures(path, others))
    if (files.length === others.length) notes.push(strings.noPictures(path))
  }
  return { photos, notes }
}

const isFolder = async (path: string): Promise<boolean> =>
  stat(path).then(
    (info) => info.isDirectory(),
    () => false,
  )

/** Whether the first bytes are a picture's; one that is cut short or damaged further on is one. */
export async function looksLikePicture(path: string): Promise<boolean> {
  const file = await open(path)
  try {
    const { buffer, bytesRead } = await file.read(new Uint8Array(HEAD_BYTES), 0, HEAD_BYTES, 0)
    readFileFacts(buffer.subarray(0, bytesRead))
    return true
  } catch (error) {
    if (!(error instanceof FileError)) throw error
    return !['empty', 'not-a-picture', 'unsupported'].includes(error.problem.code)
  } finally {
    await file.close()
  }
}
