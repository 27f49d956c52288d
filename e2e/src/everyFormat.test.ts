import { readFile } from 'node:fs/promises'
import { zipSync } from 'fflate'
import sharp, { type Sharp } from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { giveFiles, readPreviews, startApp, type RunningApp } from './harness'

let app: RunningApp
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.stop())

const WIDTH = 120
const HEIGHT = 80
const CORNER = [220, 40, 40] as const
const REST = [60, 110, 160] as const

/** A picture whose top left quarter is of another colour. */
function upright(): Sharp {
  const data = Buffer.alloc(WIDTH * HEIGHT * 3)
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++)
      data.set(x < WIDTH / 2 && y < HEIGHT / 2 ? CORNER : REST, (y * WIDTH + x) * 3)
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
}

/** How each EXIF orientation stores it: turned by degrees, mirrored or not. */
const STORED: Readonly<Record<number, { turn: number; mirror: boolean }>> = {
  1: { turn: 0, mirror: false },
  2: { turn: 0, mirror: true },
  3: { turn: 180, mirror: false },
  4: { turn: 180, mirror: true },
  5: { turn: 270, mirror: true },
  6: { turn: 270, mirror: false },
  7: { turn: 90, mirror: true },
  8: { turn: 90, mirror: false },
}

async function oriented(orientation: number): Promise<Buffer> {
  const { turn, mirror } = STORED[orientation]!
  const flipped = mirror
    ? await upright().flop().png().toBuffer()
    : await upright().png().toBuffer()
  const turned = await sharp(flipped).rotate(turn).png().toBuffer()
  return sharp(turned).jpeg({ quality: 95 }).withMetadata({ orientation }).toBuffer()
}

const file = (name: string, buffer: Buffer) => ({ name, buffer })

test('every format, depth and orientation comes in upright and in its colours', async () => {
  const files = [
    ...(await Promise.all(
      Object.keys(STORED).map(async (o) => file(`turned-${o}.jpg`, await oriented(Number(o)))),
    )),
    file('cmyk.jpg', await upright().toColourspace('cmyk').jpeg({ quality: 95 }).toBuffer()),
    file('grey.jpg', await upright().greyscale().jpeg({ quality: 95 }).toBuffer()),
    file('deep.png', await upright().toColourspace('rgb16').png().toBuffer()),
    file('wide.png', await upright().withIccProfile('p3', { attach: true }).png().toBuffer()),
    file('picture.webp', await upright().webp({ quality: 95 }).toBuffer()),
    file('picture.avif', await upright().avif({ quality: 80 }).toBuffer()),
    file('eight.tif', await upright().tiff({ compression: 'lzw' }).toBuffer()),
    file(
      'sixteen.tif',
      await upright().toColourspace('rgb16').tiff({ compression: 'deflate' }).toBuffer(),
    ),
    file(
      'wide.tif',
      await upright()
        .withIccProfile('p3', { attach: true })
        .tiff({ compression: 'lzw' })
        .toBuffer(),
    ),
    file('wrong-name.txt', await upright().png({ compressionLevel: 3 }).toBuffer()),
    file(
      'phone.heic',
      await readFile(new URL('../../hosts/fixtures/halves.heic', import.meta.url)),
    ),
  ]
  const { page, url } = app
  await page.goto(url)
  await giveFiles(page, 'Photographs for a new shoot', files)
  await page.getByText(`${files.length} shots ·`).waitFor({ timeout: 60_000 })
  const previews = await readPreviews(page)
  for (const [name, bytes] of previews) {
    const { data, info } = await sharp(bytes)
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const colourAt = (x: number, y: number): number[] => {
      const p = (Math.floor(y * info.height) * info.width + Math.floor(x * info.width)) * 3
      return [...data.subarray(p, p + 3)]
    }
    const near = (found: number[], wanted: readonly number[], by: number): void =>
      wanted.forEach((v, c) =>
        expect(Math.abs(found[c]! - v), `${name} ${String(found)}`).toBeLessThan(by),
      )
    if (name === 'phone.heic') {
      near(colourAt(0.2, 0.5), [48, 96, 192], 8)
      near(colourAt(0.8, 0.5), [192, 96, 48], 8)
      continue
    }
    expect([info.width, info.height], name).toEqual([WIDTH, HEIGHT])
    if (name === 'grey.jpg') {
      const [r, g, b] = colourAt(0.75, 0.75)
      expect(Math.max(r!, g!, b!) - Math.min(r!, g!, b!)).toBeLessThan(3)
      continue
    }
    // CMYK has no profile of its own here: the decoder's plain conversion is all there is.
    const by = name === 'cmyk.jpg' ? 60 : 9
    near(colourAt(0.2, 0.2), CORNER, by)
    near(colourAt(0.8, 0.2), REST, by)
    near(colourAt(0.2, 0.8), REST, by)
  }
}, 120_000)

test('a zip is opened: its pictures come in, its hidden files do not', async () => {
  const { page, url } = app
  const one = new Uint8Array(await upright().negate().jpeg().toBuffer())
  const two = new Uint8Array(await upright().blur(3).jpeg().toBuffer())
  const zip = zipSync({
    'shoot/one-front.jpg': [one, { level: 0 }],
    'shoot/deeper/two-top.jpg': two,
    '__MACOSX/._one.jpg': new Uint8Array([1, 2, 3]),
    'shoot/notes.md': new TextEncoder().encode('not a picture'),
  })
  await page.goto(url)
  await giveFiles(page, 'Photographs for a new shoot', [file('delivery.zip', Buffer.from(zip))])
  await page.getByText('2 shots ·').waitFor({ timeout: 60_000 })
  const refusals = page.getByTestId('refusals')
  await refusals.getByText('1 file not imported').waitFor()
  expect(await refusals.textContent()).toContain('notes.md')
}, 120_000)
