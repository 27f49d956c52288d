import { mkdir, mkdtemp, rename, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { sha256 } from '../sha256'
import { createLooks } from './lookAtFolder'

let root = ''
let folder = ''
beforeEach(async () => {
  root = await mkdtemp(join(tmpdir(), 'cloudbank-look-'))
  folder = join(root, 'in')
  await mkdir(join(folder, 'out'), { recursive: true })
})
afterEach(() => rm(root, { recursive: true }))

const png = (side: number): Promise<Buffer> =>
  sharp({ create: { width: side, height: side, channels: 3, background: '#888' } })
    .png()
    .toBuffer()

test('a file counts once it has kept still; what is made of it is no part of the folder', async () => {
  const look = createLooks(folder, join(folder, 'out'))
  await writeFile(join(folder, 'a.png'), await png(10))
  await writeFile(join(folder, 'out', 'b.png'), await png(10))
  expect(await look()).toMatchObject({ settled: [], unsettled: 1 })
  await writeFile(join(folder, 'a.png'), await png(20))
  expect(await look()).toMatchObject({ settled: [], unsettled: 1 })
  const { settled, unsettled } = await look()
  expect(unsettled).toBe(0)
  expect(settled.map(({ hash }) => hash)).toEqual([sha256(await png(20))])
})

test('a drive that is away for a while is said, and looked at again when it is back', async () => {
  const look = createLooks(folder, join(root, 'out'))
  await writeFile(join(folder, 'a.png'), await png(10))
  await look()
  await rename(folder, join(root, 'away'))
  expect(await look()).toEqual({ settled: [], unsettled: 0, unreadable: [folder] })
  await rename(join(root, 'away'), folder)
  await look()
  expect((await look()).settled).toHaveLength(1)
})
