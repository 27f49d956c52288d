import { mkdir, rename, rm, stat, writeFile } from 'node:fs/promises'
import { basename, dirname, isAbsolute, join, relative, resolve } from 'node:path'
import { strings } from './strings'

/** The name that a file has until it is whole. */
const partOf = (name: string): string => `.${name}.part`
export const PART = /^\..+\.part$/

/** Where everything that is made goes, and nothing else. */
export interface OutFolder {
  readonly path: string
  /**
   * Writes a file into it, by its path within: whole or not at all, whenever it is stopped.
   *
   * @throws OutsideOfFolderError when the path leads out of the folder.
   * @throws InputFileError when one of the files that were given lies there: nothing is written over it.
   */
  readonly save: (path: string, bytes: Uint8Array) => Promise<void>
}

export class OutsideOfFolderError extends Error {
  override readonly name = 'OutsideOfFolderError'
  constructor(path: string, folder: string) {
    super(strings.outsideOfFolder(path, folder))
  }
}

export class InputFileError extends Error {
  override readonly name = 'InputFileError'
  constructor(path: string) {
    super(strings.isAnInput(path))
  }
}

/**
 * @param inputs files that were given; they are told by what the file system knows them by, whatever leads to them.
 */
export async function openOutFolder(path: string, inputs: readonly string[]): Promise<OutFolder> {
  const given = new Set((await Promise.all(inputs.map(fileIdOf))).filter((id) => id !== null))
  return {
    path,
    save: async (within, bytes) => {
      const target = resolve(path, within)
      const way = relative(resolve(path), target)
      if (way === '' || way.startsWith('..') || isAbsolute(way))
        throw new OutsideOfFolderError(within, path)
      const id = await fileIdOf(target)
      if (id !== null && given.has(id)) throw new InputFileError(target)
      await mkdir(dirname(target), { recursive: true })
      const part = join(dirname(target), partOf(basename(target)))
      try {
        await writeFile(part, bytes)
        await rename(part, target)
      } catch (error) {
        await rm(part, { force: true })
        throw error
      }
    },
  }
}

const fileIdOf = (path: string): Promise<string | null> =>
  stat(path).then(
    ({ dev, ino }) => `${dev}:${ino}`,
    () => null,
  )
