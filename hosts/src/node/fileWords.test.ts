import exifr from 'exifr'
import { describe, expect, test } from 'vitest'
import sharp from 'sharp'
import { z } from 'zod'
import { encodeTiff, MADE_FORMATS, tagSrgb, withFileWords } from '@cloudbank/core/codec'
import { srgbRaster } from '@cloudbank/core/raster'
import { nodeCodec } from './nodeCodec'

const words = {
  creator: 'Ida <Falk> & Söhne',
  rights: '© 2026 Ottermere',
  description: 'Mug, “tin”\u0007',
  alt: 'كوب أخضر — front',
}
const picture = srgbRaster({ width: 40, height: 30 })
picture.data.fill(255)

const Fields = z.object({
  creator: z.string(),
  rights: z.object({ value: z.string() }),
  description: z.object({ value: z.string() }),
  AltTextAccessibility: z.object({ value: z.string() }),
})

describe('words in a file', () => {
  test.each(MADE_FORMATS)(
    'of %s are read by a library, and the picture is the same',
    async (format) => {
      const bytes =
        format === 'tiff'
          ? encodeTiff(picture, 72)
          : tagSrgb(await nodeCodec.encode(picture, format, 90), format)
      const made = withFileWords(bytes, format, words)!
      // A library that knows every format finds the packet, one that knows XMP reads it.
      const { xmp } = await sharp(made).metadata()
      const found: unknown = await exifr.parse(jpegOf(new TextDecoder().decode(xmp)), { xmp: true })
      const read = Fields.parse(found)
      // The library leaves entities to whoever reads.
      expect(read.creator).toBe('Ida &lt;Falk&gt; &amp; Söhne')
      expect(read.rights.value).toBe(words.rights)
      expect(read.description.value).toBe('Mug, “tin”')
      expect(read.AltTextAccessibility.value).toBe(words.alt)
      const [before, after] = [await nodeCodec.decode(bytes), await nodeCodec.decode(made)]
      expect(after.data).toEqual(before.data)
    },
  )

  test('of an AVIF with alpha leave its alpha where it was', async () => {
    const clear = srgbRaster({ width: 30, height: 20 })
    clear.data.forEach((_, i) => (clear.data[i] = (i * 7) % 256))
    const bytes = await nodeCodec.encode(clear, 'avif', 80)
    const made = withFileWords(bytes, 'avif', words)!
    expect((await nodeCodec.decode(made)).data).toEqual((await nodeCodec.decode(bytes)).data)
  })

  test('are not written into what is no AVIF, whatever its length', async () => {
    const bytes = await nodeCodec.encode(picture, 'avif', 80)
    for (const end of [0, 3, 20, 40, 60, 200])
      expect(withFileWords(bytes.subarray(0, end), 'avif', words)).toBeNull()
  })

  test('too long for a JPEG are an error, not a damaged file', () => {
    const long = { ...words, description: 'x'.repeat(70_000) }
    expect(() => withFileWords(Uint8Array.of(0xff, 0xd8, 0xff, 0xdb), 'jpeg', long)).toThrow(
      RangeError,
    )
  })
})

/** A JPEG of nothing but a packet. */
function jpegOf(packet: string): Uint8Array {
  const head = Uint8Array.of(0xff, 0xd8, 0xff, 0xdb)
  const body = new TextEncoder().encode(`http://ns.adobe.com/xap/1.0/\0${packet}`)
  const length = body.length + 2
  return Uint8Array.from([
    ...head.subarray(0, 2),
    0xff,
    0xe1,
    length >> 8,
    length & 255,
    ...body,
    0xff,
    0xd9,
  ])
}
