import { deflateSync } from 'node:zlib'
import { expect, test } from 'vitest'
import { CONTAINER } from './format'
import { assertHonest, fitIn, isPossible, MAX_JSON_BYTES } from './honest'

const entry = (compressedSize: number, uncompressedSize = compressedSize) => ({
  compressedSize,
  uncompressedSize,
})

test('what deflate makes of the same byte a million times is possible, ten times that is not', () => {
  const packed = deflateSync(new Uint8Array(1_000_000)).length
  expect(isPossible(entry(packed, 1_000_000))).toBe(true)
  expect(isPossible(entry(packed, 10_000_000))).toBe(false)
})

test('files fit in as long as they are together no longer than their zip', () => {
  expect(fitIn(100, [entry(60), entry(40)])).toBe(true)
  expect(fitIn(100, [entry(60), entry(41)])).toBe(false)
})

test('a shoot’s rows may be long, but not beyond what can be read', () => {
  const of = (bytes: number) => new Map([[CONTAINER.json, entry(bytes)]])
  expect(() => assertHonest(1e9, of(MAX_JSON_BYTES))).not.toThrow()
  expect(() => assertHonest(1e9, of(MAX_JSON_BYTES + 1))).toThrow(
    'cloudbank-shoot.json is longer than 256 MB',
  )
})
