import { link, mkdir, mkdtemp, readFile, rm, symlink, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { InputFileError, openOutFolder, OutsideOfFolderError } from './outFolder'

const BYTES = new TextEncoder().encode('made')
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'out-folder-'))
  await mkdir(join(folder, 'page'))
  await writeFile(join(folder, 'page/a.jpg'), 'photograph')
  await symlink(join(folder, 'page/a.jpg'), join(folder, 'page/linked.jpg'))
  await link(join(folder, 'page/a.jpg'), join(folder, 'page/hard.jpg'))
  await writeFile(join(folder, 'page/earlier.jpg'), 'made before')
})
afterAll(() => rm(folder, { recursive: true }))

test('nothing is written over what was given, by whatever name it is reached', async () => {
  const { save } = await openOutFolder(folder, [join(folder, 'page/a.jpg'), 'is-not-there.jpg'])
  for (const path of ['page/a.jpg', 'page/../page/a.jpg', 'page/linked.jpg', 'page/hard.jpg'])
    await expect(save(path, BYTES), path).rejects.toThrow(InputFileError)
  expect(await readFile(join(folder, 'page/a.jpg'), 'utf8')).toBe('photograph')
})

test('what was made before is replaced, and folders are made as they are needed', async () => {
  const { save } = await openOutFolder(folder, [])
  await save('page/earlier.jpg', BYTES)
  await save('card/deep/b.jpg', BYTES)
  expect(await readFile(join(folder, 'page/earlier.jpg'), 'utf8')).toBe('made')
  expect(await readFile(join(folder, 'card/deep/b.jpg'), 'utf8')).toBe('made')
})

test('nothing leaves the folder', async () => {
  const { save } = await openOutFolder(join(folder, 'page'), [])
  for (const path of ['../b.jpg', '..', '.', '', '/tmp/b.jpg', 'x/../../b.jpg'])
    await expect(save(path, BYTES), path).rejects.toThrow(OutsideOfFolderError)
})
