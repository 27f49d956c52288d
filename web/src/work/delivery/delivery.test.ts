import 'fake-indexeddb/auto'
import { unzipSync } from 'fflate'
import { expect, test } from 'vitest'
import { openDatabase } from '../../data'
import { fileHash } from '../../data/ids.testing'
import { renditionRow, shotRow } from '../../data/rows.testing'
import { shootView } from '../../data/view.testing'
import { packDelivery } from './packDelivery'
import { manifestOf, planDelivery } from './planDelivery'

const shots = [
  shotRow('a', { fileName: 'front.jpg' }),
  shotRow('b', { fileName: 'Front.png' }),
  shotRow('c', { fileName: 'what/is: this?.jpg' }),
  shotRow('d', { fileName: 'con.jpg' }),
]
const renditions = [
  renditionRow('a', 'page'),
  renditionRow('b', 'page'),
  renditionRow('b', 'card', { format: 'webp' }),
  renditionRow('c', 'page'),
  renditionRow('d', 'page'),
]
const files = planDelivery(shots, renditions)
const { shoot } = shootView()

test('every file has a name of its own, whatever the photographs are called', () => {
  expect(files.map(({ path }) => path)).toEqual([
    'page/front.jpg',
    'page/Front-2.jpg',
    'card/Front-2.webp',
    'page/what_is_ this_.jpg',
    'page/_con.jpg',
  ])
})

test('the manifest ties each file to its photograph', () => {
  expect(manifestOf(shoot, files)).toMatchObject({
    shoot: 'Lakeside',
    files: [
      {
        path: 'page/front.jpg',
        photograph: 'front.jpg',
        originalSha256: 'a',
        placement: 'page',
        bytes: 100,
      },
      {},
      {},
      {},
      {},
    ],
  })
})

test('the zip holds the manifest and every file as it was made', async () => {
  const db = openDatabase(`test-${crypto.randomUUID()}`)
  for (const { fileHash: hash } of renditions)
    await db.contents.put({ hash, blob: new Blob([`bytes of ${hash}`]) })
  let packed = 0
  const zip = await packDelivery(shoot, files, () => packed++, undefined, db)
  const entries = unzipSync(new Uint8Array(await zip.arrayBuffer()))
  expect(Object.keys(entries)).toEqual(['manifest.json', ...files.map(({ path }) => path)])
  for (const { path, rendition } of files)
    expect(new TextDecoder().decode(entries[path])).toBe(`bytes of ${rendition.fileHash}`)
  expect(JSON.parse(new TextDecoder().decode(entries['manifest.json']))).toEqual(
    JSON.parse(JSON.stringify(manifestOf(shoot, files))),
  )
  expect(packed).toBe(files.length)
  await db.contents.delete(fileHash(renditions[0]!.fileHash))
  await expect(packDelivery(shoot, files, () => undefined, undefined, db)).rejects.toThrow(
    /page\/front\.jpg is missing/,
  )
  await db.delete()
})
