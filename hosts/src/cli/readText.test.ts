import { mkdtemp, rm, truncate, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { loadBrief } from './loadBrief'
import { loadOutlet } from './loadOutlet'
import { loadProducts } from './loadProducts'
import { UsageError } from './UsageError'

let folder: string
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'cloudbank-'))
})
afterEach(() => rm(folder, { recursive: true }))

test.each([
  ['brief', loadBrief, '1.0\u00a0MB'],
  ['outlet', loadOutlet, '1.0\u00a0MB'],
  ['table', loadProducts, '40.0\u00a0MB'],
])('a %s of a gigabyte is refused by its length, unread', async (name, load, most) => {
  const path = join(folder, name)
  await writeFile(path, '{"version": 3')
  // It has no bytes of its own on the disk; read, it would take three times its length.
  await truncate(path, 1e9)
  const before = process.memoryUsage().rss
  const loading: Promise<unknown> = load(path)
  await expect(loading).rejects.toBeInstanceOf(UsageError)
  await expect(loading).rejects.toThrow(`${path}: 1.0\u00a0GB long; at most ${most} are read`)
  expect(process.memoryUsage().rss - before).toBeLessThan(200e6)
})
