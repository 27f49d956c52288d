import sharp from 'sharp'
import { beforeAll, describe, expect, test, vi } from 'vitest'
import { randomBytes, seededRandom } from '../raster/seeded.testing'
import { readCaptureFacts } from './captureFacts'
import { FileError } from './fileError'
import { readFileFacts } from './fileFacts'
import { heifProfile } from './pngProfile'
import { assertTiffBounds, assertTiffIsPlain } from './tiffBounds'
import { readTiffHead } from './tiffHead'

// Files with bytes changed, cut and repeated at random: every parser of ours answers or says why not, by a
// `FileError`, and none goes on for ever: a case that hangs is ended by the runner.

const CASES = 400

// The library that reads what cameras wrote tells the console about every oddity.
vi.spyOn(console, 'warn').mockImplementation(() => undefined)
vi.spyOn(console, 'error').mockImplementation(() => undefined)

let seeds: readonly Uint8Array[] = []
beforeAll(async () => {
  // The same files every time, so that a case that fails can be found again.
  const data = Buffer.from(randomBytes(40 * 30 * 3, 1))
  const picture = sharp(data, { raw: { width: 40, height: 30, channels: 3 } }).withMetadata({
    orientation: 6,
  })
  seeds = await Promise.all([
    picture.clone().jpeg().toBuffer(),
    picture.clone().png().toBuffer(),
    picture.clone().webp().toBuffer(),
    picture.clone().avif().toBuffer(),
    picture.clone().tiff({ compression: 'lzw' }).toBuffer(),
    picture.clone().tiff({ compression: 'deflate' }).toBuffer(),
    picture.clone().tiff({ compression: 'none' }).toBuffer(),
  ])
})

/** A file that was good, changed in a few places. */
function mutated(random: () => number): Uint8Array {
  const seed = seeds[Math.floor(random() * seeds.length)]!
  let bytes = Uint8Array.from(seed)
  const changes = 1 + Math.floor(random() * 8)
  for (let i = 0; i < changes; i++) {
    // Heads decide most: they are changed more often.
    const at = Math.floor(random() ** 2 * bytes.length)
    const kind = random()
    if (kind < 0.6) bytes[at] = Math.floor(random() * 256)
    else if (kind < 0.75) bytes.fill(random() < 0.5 ? 0 : 255, at, at + 4)
    else if (kind < 0.9) bytes = bytes.slice(0, Math.max(1, at))
    else
      bytes = Uint8Array.from([
        ...bytes.subarray(0, at),
        ...bytes.subarray(0, at + 8),
        ...bytes.subarray(at),
      ])
  }
  return bytes
}

const answers = async (parse: (bytes: Uint8Array) => unknown, bytes: Uint8Array): Promise<void> => {
  try {
    await parse(bytes)
  } catch (error) {
    if (!(error instanceof FileError)) throw error
  }
}

describe.each([
  ['file facts', (bytes: Uint8Array) => readFileFacts(bytes)],
  ['capture facts', (bytes: Uint8Array) => readCaptureFacts(bytes)],
  ['a colour profile', (bytes: Uint8Array) => heifProfile(bytes)],
  ['the head of a TIFF', (bytes: Uint8Array) => readTiffHead(bytes)],
  [
    'the strips of a TIFF',
    (bytes: Uint8Array) => {
      const head = readTiffHead(bytes)
      assertTiffIsPlain(head)
      assertTiffBounds(head, bytes)
    },
  ],
])('reading %s', (_what, parse) => {
  test.each([1, 2, 3])('of damaged files, seed %i', async (seed) => {
    const random = seededRandom(seed)
    for (let i = 0; i < CASES; i++) {
      const bytes = mutated(random)
      await expect(answers(parse, bytes), `case ${i}`).resolves.toBeUndefined()
    }
  })
})
