import { unzipSync, unzlibSync } from 'fflate'
import exifr from 'exifr'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { BriefSteps, planShot } from '../brief'
import { densityOf, USUAL_DPI, withDensity } from '../codec'
import { playedContext, keptFor, PAPER, RED, scene } from '../engine/scene.testing'
import { photographSource } from '../source'
import { srgbRaster } from '../raster'
import { exportCutOut, NothingCutError, type CutOutFormat } from './exportCutOut'
import { encodeTiff } from '../codec'

const codec = {
  ...playedContext().codec,
  encode: async (
    picture: { data: Uint8ClampedArray; width: number; height: number },
    format: 'png' | 'webp' | 'jpeg' | 'avif',
  ) => {
    const { data, width, height } = picture
    const opened = sharp(data, { raw: { width, height, channels: 4 } })
    return new Uint8Array(await opened.toFormat(format).toBuffer())
  },
}
const { original, matte } = scene()
const source = photographSource(original)

const exported = (format: CutOutFormat, settings: object = {}) => {
  const plan = planShot(
    'a'.repeat(64),
    BriefSteps.parse({ light: { neutral: { from: 'photograph' } }, ...settings }),
  )
  const context = playedContext({ codec, mattes: keptFor(plan, matte) })
  return exportCutOut(source, plan, context, format, 300)
}

const pixels = async (bytes: Uint8Array) => {
  const { data, info } = await sharp(bytes)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return (x: number, y: number): number[] => {
    const p = (y * info.width + x) * 4
    return [...data.subarray(p, p + 4)]
  }
}

describe('a cut-out', () => {
  test('as PNG has the product on nothing, and the density of its photograph', async () => {
    const png = await exported('png')
    const at = await pixels(png)
    expect(at(100, 100)).toEqual([...RED, 255])
    expect(at(20, 20)[3]).toBe(0)
    expect(at(49, 100)[3]).toBeGreaterThan(100)
    // The rim has the product's colour, not a mix with the paper.
    expect(Math.abs(at(49, 100)[0]! - RED[0])).toBeLessThan(12)
    expect((await sharp(png).metadata()).density).toBe(300)
    expect(await densityOf(png)).toBeCloseTo(300, 0)
  })

  test('as WebP is read by an independent decoder, with alpha, profile and density', async () => {
    const webp = await exported('webp')
    const { format, hasAlpha, icc, exif } = await sharp(webp).metadata()
    expect({ format, hasAlpha }).toEqual({ format: 'webp', hasAlpha: true })
    expect(icc).toBeDefined()
    expect(await exifr.parse(exif!)).toEqual({
      XResolution: 300,
      YResolution: 300,
      ResolutionUnit: 'inches',
    })
    expect(await densityOf(webp)).toBe(300)
    const at = await pixels(webp)
    expect(at(20, 20)[3]).toBe(0)
    expect(at(100, 100)[3]).toBe(255)
  })

  test('as TIFF is read by an independent decoder, with alpha, profile and density', async () => {
    const tiff = await exported('tiff')
    const { format, density, hasAlpha, icc, width } = await sharp(tiff).metadata()
    expect({ format, density, hasAlpha, width }).toEqual({
      format: 'tiff',
      density: 300,
      hasAlpha: true,
      width: 200,
    })
    expect(icc).toBeDefined()
    const at = await pixels(tiff)
    expect(at(100, 100)).toEqual([...RED, 255])
    expect(at(20, 20)[3]).toBe(0)
  })

  test('with layers has them from the uppermost down, and together they make the picture', async () => {
    const file = await exported('layers', {
      ground: { behind: { kind: 'colour', colour: '#FFFFFF' }, shadow: 'made' },
    })
    // OpenRaster: the first entry is the mimetype, stored; its text stands at byte 38.
    expect(new TextDecoder().decode(file.subarray(30, 38))).toBe('mimetype')
    expect(new TextDecoder().decode(file.subarray(38, 54))).toBe('image/openraster')
    const entries = unzipSync(file)
    const stack = new TextDecoder().decode(entries['stack.xml'])
    const layers = [...stack.matchAll(/<layer name="([^"]+)" src="([^"]+)".*?visibility="(\w+)"/g)]
    expect(layers.map(([, name, , visibility]) => `${name} ${visibility}`)).toEqual([
      'Outline hidden',
      'Mask hidden',
      'Cut-out visible',
      'Shadow visible',
      'Ground visible',
      'Original hidden',
    ])
    expect(stack).toContain('w="200" h="200" xres="300" yres="300"')
    const seen = layers.filter(([, , , visibility]) => visibility === 'visible').reverse()
    const [bottom, ...above] = seen.map(([, , src]) => Buffer.from(entries[src!]!))
    const together = await sharp(bottom)
      .composite(above.map((input) => ({ input })))
      .raw()
      .toBuffer()
    const merged = await sharp(entries['mergedimage.png']).ensureAlpha().raw().toBuffer()
    let worst = 0
    for (let y = 30; y < 190; y += 7)
      for (let x = 30; x < 190; x += 7)
        for (let c = 0; c < 3; c++) {
          const p = (y * 200 + x) * 4 + c
          worst = Math.max(worst, Math.abs(together[p]! - merged[p]!))
        }
    // One is laid in sRGB by whoever opens it, the other in linear light: soft shadows differ a little.
    expect(worst).toBeLessThan(40)
    const original = await pixels(entries[layers.at(-1)![2]!]!)
    expect(original(20, 20)).toEqual([...PAPER, 255])
    const thumbnail = await sharp(entries['Thumbnails/thumbnail.png']).metadata()
    expect(Math.max(thumbnail.width, thumbnail.height)).toBeLessThanOrEqual(256)
  })

  test('is none of a shot that was left whole', async () => {
    await expect(exported('png', { cut: { method: 'off' } })).rejects.toThrow(NothingCutError)
  })
})

describe('a density', () => {
  test('is read of what says one, in inches or centimetres', async () => {
    const plain = sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } })
    const jpeg = await plain.clone().jpeg().withMetadata({ density: 240 }).toBuffer()
    expect(await densityOf(new Uint8Array(jpeg))).toBeCloseTo(240, 0)
    const png = new Uint8Array(await plain.clone().png().toBuffer())
    expect(await densityOf(withDensity(png, 'png', 150))).toBeCloseTo(150, 0)
    expect(await densityOf(new Uint8Array([1, 2, 3]))).toBe(USUAL_DPI)
  })
})

test('strips of a TIFF hold every row, the last one shorter', () => {
  const picture = srgbRaster({ width: 3, height: 130 })
  picture.data.forEach((_, i) => (picture.data[i] = i % 251))
  const tiff = encodeTiff(picture, 72)
  const view = new DataView(tiff.buffer)
  const directory = view.getUint32(4, true)
  const entry = (tag: number): number => {
    for (let i = 0; i < view.getUint16(directory, true); i++)
      if (view.getUint16(directory + 2 + i * 12, true) === tag)
        return view.getUint32(directory + 2 + i * 12 + 8, true)
    return -1
  }
  const rows = [0, 1, 2].flatMap((i) => {
    const offset = view.getUint32(entry(273) + i * 4, true)
    const length = view.getUint32(entry(279) + i * 4, true)
    return [...unzlibSync(tiff.subarray(offset, offset + length))]
  })
  expect(rows).toEqual([...picture.data])
})
