import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { chromaFor, encodePalettePng, encodeTiff, MADE_FORMATS } from '@cloudbank/core/codec'
import { encodeRendition } from '@cloudbank/core/engine'
import { Placement, readFinished } from '@cloudbank/core/outlets'
import {
  bytesToHex,
  hexToBytes,
  srgbRaster,
  type HexColour,
  type SrgbRgba8,
} from '@cloudbank/core/raster'
import { nodeCodec } from './nodeCodec'

type At = (x: number, y: number) => readonly number[]
const size = { width: 96, height: 80 }

function drawn(at: At): SrgbRgba8 {
  const picture = srgbRaster(size)
  for (let y = 0, p = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, p += 4) picture.data.set(at(x, y), p)
  return picture
}

/** Something with a grain and a fall-off; a card of four colours; a disc that stands alone. */
const photograph = drawn((x, y) => [
  80 + x + ((x * 7 + y * 13) % 11),
  60 + y + ((x * 5) % 7),
  120 - ((y * 3) % 9),
  255,
])
const graphic = drawn((x, y) =>
  x < 48
    ? y < 40
      ? [200, 30, 30, 255]
      : [30, 30, 30, 255]
    : y < 60
      ? [255, 255, 255, 255]
      : [240, 200, 0, 255],
)
const disc = drawn((x, y) => {
  const off = Math.hypot(x - 48, y - 40) - 30
  return [
    60 + x,
    90 + ((x * y) % 13),
    140,
    off < -1 ? 255 : off > 1 ? 0 : Math.round(128 - off * 127),
  ]
})

const placement = (change: object): Placement =>
  Placement.parse({ id: 'p', name: 'p', longSidePx: 96, ...change })
const encode = (picture: SrgbRgba8, change: object, ground: HexColour | null = null) =>
  encodeRendition(picture, placement(change), { ground, dpi: null }, nodeCodec, () => undefined)

describe('every format that is made', () => {
  test.each(MADE_FORMATS)(
    '%s decodes to what was encoded, and says that it is sRGB',
    async (format) => {
      const { bytes } = await encode(photograph, { format, qualityPct: 95, dpi: 300 })
      const back = await nodeCodec.decode(bytes)
      const finished = await readFinished(bytes, back)
      expect(finished).toMatchObject({ type: format, ...size, hasProfile: true })
      if (format !== 'avif') expect(finished.dpi).toBeCloseTo(300, 0)
      let off = 0
      for (let i = 0; i < back.data.length; i++)
        off += Math.abs(back.data[i]! - photograph.data[i]!)
      expect(off / back.data.length).toBeLessThan(format === 'png' || format === 'tiff' ? 1e-9 : 5)
    },
  )

  test('JPEG is progressive', async () => {
    const { bytes } = await encode(photograph, { format: 'jpeg' })
    expect((await sharp(bytes).metadata()).isProgressive).toBe(true)
  })
})

describe('auto', () => {
  test('picks by what a picture is', async () => {
    const picked = async (picture: SrgbRgba8, among: readonly string[] = []) =>
      (await encode(picture, { format: 'auto', among })).format
    expect(await picked(photograph)).toBe('jpeg')
    expect(await picked(graphic)).toBe('png')
    expect(await picked(disc)).toBe('webp')
    expect(await picked(disc, ['jpeg', 'png'])).toBe('png')
    expect(await picked(graphic, ['webp', 'avif'])).toBe('webp')
  })
})

describe('a PNG with a palette', () => {
  test('has exactly the colours of a graphic, alpha among them, in a fraction of the bytes', async () => {
    const see = drawn((x, y) =>
      x < 20 ? [0, 0, 0, 0] : x < 40 ? [9, 9, 200, 128] : [y < 40 ? 250 : 9, 9, 9, 255],
    )
    for (const picture of [graphic, see]) {
      const palette = encodePalettePng(picture)!
      expect((await nodeCodec.decode(palette)).data).toEqual(picture.data)
      expect(palette.length).toBeLessThan((await nodeCodec.encode(picture, 'png', 100)).length)
    }
  })

  test('is not made of a photograph', () => {
    expect(encodePalettePng(drawn((x, y) => [x * 2, y * 3, (x * y) % 256, 255]))).toBeNull()
  })
})

describe('colour of a JPEG', () => {
  const rim = drawn((x, y) =>
    Math.hypot(x - 48, y - 40) < 30 ? [220, 0, 0, 255] : [255, 255, 255, 255],
  )
  test('is kept for each pixel where an edge is saturated, and for four elsewhere', async () => {
    expect(chromaFor(rim)).toBe('4:4:4')
    expect(chromaFor(photograph)).toBe('4:2:0')
    const { bytes } = await encode(rim, { format: 'jpeg' })
    expect((await sharp(bytes).metadata()).chromaSubsampling).toBe('4:4:4')
  })
})

test('a TIFF has alpha only where something shows through', async () => {
  expect((await sharp(encodeTiff(graphic, 72)).metadata()).channels).toBe(3)
  const tiff = encodeTiff(disc, 72)
  expect((await sharp(tiff).metadata()).channels).toBe(4)
  expect((await nodeCodec.decode(tiff)).data).toEqual(disc.data)
})

describe('a plain ground', () => {
  /** The disc on a colour. */
  const on = (colour: HexColour): SrgbRgba8 =>
    drawn((x, y) =>
      Math.hypot(x - 48, y - 40) < 24
        ? [60 + x, 90 + ((x * y) % 13), 140, 255]
        : [...hexToBytes(colour), 255],
    )
  const cornersOf = ({ width, height, data }: SrgbRgba8): string[] =>
    [0, width - 1, (height - 1) * width, height * width - 1].map((i) =>
      bytesToHex([data[i * 4]!, data[i * 4 + 1]!, data[i * 4 + 2]!]),
    )

  test.each(['#FFFFFF', '#EFEFED', '#F2F2F0', '#EEEEEE'] as HexColour[])(
    '%s leaves as it is in JPEG, at whatever quality',
    async (colour) => {
      for (const qualityPct of [62, 74, 85, 93]) {
        const file = await encode(on(colour), { format: 'jpeg', qualityPct }, colour)
        const back = await nodeCodec.decode(file.bytes)
        expect([file.ground, ...new Set(cornersOf(back))], String(qualityPct)).toEqual([
          colour,
          colour,
        ])
        expect(Math.abs(file.qualityPct - qualityPct)).toBeLessThanOrEqual(6)
      }
    },
  )

  test('goes below the quality that was asked only where a limit does, and never where it must look the same', async () => {
    const colour = '#EFEFED' as HexColour
    const below = {
      ...nodeCodec,
      plainAs: (_c: HexColour, _f: string, q: number) =>
        Promise.resolve(q < 85 ? colour : ('#EFEFEE' as HexColour)),
    }
    const made = async (change: object) => {
      const asked = placement({ format: 'jpeg', qualityPct: 85, ...change })
      const drawing = { ground: colour, dpi: null }
      return encodeRendition(on(colour), asked, drawing, below, () => undefined)
    }
    expect(await made({})).toMatchObject({ qualityPct: 85, ground: '#EFEFEE' })
    expect(await made({ limitBytes: 90_000 })).toMatchObject({ qualityPct: 84, ground: colour })
    const same = await made({ limitBytes: 90_000, likeness: 0.9999 })
    expect(same).toMatchObject({ qualityPct: 85, ground: '#EFEFEE' })
  })

  test('says what it comes out as where the format has no such colour', async () => {
    // Not every colour of 8 bits a channel has its own in YCbCr.
    const colour = '#D8DCE4' as HexColour
    for (const format of ['jpeg', 'webp', 'avif']) {
      const file = await encode(on(colour), { format, qualityPct: 90 }, colour)
      const [corner] = cornersOf(await nodeCodec.decode(file.bytes))
      expect(file.ground, format).toBe(corner)
    }
    expect((await encode(on(colour), { format: 'png' }, colour)).ground).toBe(colour)
  })
})
