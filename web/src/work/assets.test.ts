import 'fake-indexeddb/auto'
import { deflateSync } from 'node:zlib'
import { afterEach, expect, test, vi } from 'vitest'
import { openDatabase } from '../data'
import { bringInPicture } from './assets'

afterEach(() => vi.unstubAllGlobals())

/** A PNG of this size with hardly anything in it. */
function pngOf(width: number, height: number): Uint8Array<ArrayBuffer> {
  const chunk = (type: string, data: Uint8Array): Buffer => {
    const length = Buffer.alloc(4)
    length.writeUInt32BE(data.length)
    return Buffer.concat([length, Buffer.from(type), data, Buffer.alloc(4)])
  }
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  head.set([8, 2], 8)
  return new Uint8Array(
    Buffer.concat([
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
      chunk('IHDR', head),
      chunk('IDAT', deflateSync(Buffer.alloc(10))),
      chunk('IEND', Buffer.alloc(0)),
    ]),
  )
}

test('a ground of 400 megapixels is refused before it is decoded', async () => {
  const db = openDatabase(`test-${crypto.randomUUID()}`)
  const decode = vi.fn()
  vi.stubGlobal('createImageBitmap', decode)
  const file = new File([pngOf(20_000, 20_000)], 'vast.png', { type: 'image/png' })
  await expect(bringInPicture(file, 'ground', db)).rejects.toThrow(
    '20000 × 20000 pixels; at most 64 megapixels can be imported',
  )
  expect(decode).not.toHaveBeenCalled()
  expect(await db.assets.count()).toBe(0)
  await db.delete()
})
