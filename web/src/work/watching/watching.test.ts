import { shootId } from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { openDatabase, type Database } from '../../data'
import type { IncomingFile } from '../intake'
import { takeFromFolder } from './takeFromFolder'

const SHOOT = shootId('s')
interface Folder {
  readonly [name: string]: File | Folder
}

/** A folder as a browser hands it out: all that is asked of one. */
const handleOf = (folder: Folder, name = 'in'): FileSystemDirectoryHandle =>
  ({
    kind: 'directory',
    name,
    entries: async function* () {
      await Promise.resolve()
      for (const [of, entry] of Object.entries(folder))
        yield [
          of,
          entry instanceof File
            ? { kind: 'file', name: of, getFile: () => Promise.resolve(entry) }
            : handleOf(entry, of),
        ]
    },
  }) as unknown as FileSystemDirectoryHandle // played

const file = (name: string, bytes: number, lastModified = 1): File =>
  new File(['x'.repeat(bytes)], name, { lastModified })

let db: Database
let given: string[] = []
const give = (_shoot: string, files: readonly IncomingFile[]): Promise<void> => {
  given.push(...files.map(({ fileName, blob }) => `${fileName} ${blob.size}`))
  return Promise.resolve()
}
beforeEach(() => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
  given = []
})
afterEach(() => db.delete())

/** Looks at a folder so many times, each time as it is then, as a tab does that has just been opened. */
async function looks(...folders: Folder[]): Promise<void> {
  let before: ReadonlySet<string> = new Set()
  let taken = (await db.watchedFolders.get(SHOOT))?.taken ?? []
  for (const folder of folders) {
    const row = { shootId: SHOOT, taken, standing: 'watching' } as const
    // A played handle can't be kept by a database.
    await db.watchedFolders.put({ ...row, handle: {} as FileSystemDirectoryHandle })
    before = await takeFromFolder({ ...row, handle: handleOf(folder) }, before, give, db)
    taken = (await db.watchedFolders.get(SHOOT))!.taken
  }
}

test('a file is taken in once, and once it has kept still from one look to the next', async () => {
  const growing = (bytes: number): Folder => ({ 'mug.jpg': file('mug.jpg', bytes, bytes) })
  await looks(growing(10), growing(20), growing(30))
  expect(given).toEqual([])
  await looks(growing(30), growing(30), growing(30), growing(30))
  expect(given).toEqual(['mug.jpg 30'])
})

test('folders inside are looked at; hidden, empty and other files are left alone', async () => {
  const folder = {
    '.hidden.jpg': file('.hidden.jpg', 5),
    'empty.jpg': file('empty.jpg', 0),
    'notes.txt': file('notes.txt', 5),
    'prices.csv': file('prices.csv', 5),
    pots: { 'b.PNG': file('b.PNG', 6), old: { 'a.jpg': file('a.jpg', 7) } },
  }
  await looks(folder, folder)
  expect(given.sort()).toEqual(['a.jpg 7', 'b.PNG 6', 'prices.csv 5'])
})

test('what was taken in stays so after a reload; a changed file comes in again', async () => {
  const one = { 'mug.jpg': file('mug.jpg', 30) }
  await looks(one, one)
  await looks(one, one)
  expect(given).toEqual(['mug.jpg 30'])
  const other = { 'mug.jpg': file('mug.jpg', 31, 2) }
  await looks(other, other)
  expect(given).toEqual(['mug.jpg 30', 'mug.jpg 31'])
})
