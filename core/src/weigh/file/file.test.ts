import { describe, expect, test } from 'vitest'
import { jpegQuality } from './jpegQuality'
import { ballastBytes, withoutBallast } from './withoutBallast'

/** A segment of a JPEG. */
const segment = (marker: number, ...data: number[]): number[] => [
  0xff,
  marker,
  (data.length + 2) >> 8,
  (data.length + 2) & 255,
  ...data,
]
const letters = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0))
/** EXIF with the orientation alone. */
const exif = (orientation: number): number[] =>
  segment(
    0xe1,
    ...letters('Exif\0\0MM\0*\0\0\0'),
    8,
    ...[0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, orientation, 0, 0, 0, 0, 0, 0],
  )
const SCAN = [...segment(0xda, 1, 1, 0, 0, 63, 0), 0x12, 0xff, 0x00, 0x34, 0xff, 0xd9]
const jpeg = (...parts: number[][]): Uint8Array =>
  Uint8Array.from([0xff, 0xd8, ...parts.flat(), ...SCAN])

describe('ballast', () => {
  const JFIF = segment(0xe0, ...letters('JFIF\0'), 1, 1, 0, 0, 1, 0, 1, 0, 0)
  const ICC = segment(0xe2, ...letters('ICC_PROFILE\0'), 1, 1, 9, 9)
  const XMP = segment(0xe1, ...letters('http://ns.adobe.com/xap/1.0/\0'), ...letters('<x/>'))
  const COMMENT = segment(0xfe, ...letters('made by hand'))

  test('of a JPEG goes; colours, orientation and the coded picture stay, byte for byte', () => {
    const whole = jpeg(JFIF, exif(1), XMP, ICC, COMMENT)
    expect([...withoutBallast(whole, 'jpeg')]).toEqual([...jpeg(JFIF, ICC)])
    expect(ballastBytes(whole, 'jpeg')).toBe(exif(1).length + XMP.length + COMMENT.length)
    const turned = jpeg(JFIF, exif(6), COMMENT)
    expect([...withoutBallast(turned, 'jpeg')]).toEqual([...jpeg(JFIF, exif(6))])
  })

  test('behind a JPEG goes, too; a file without any is the same', () => {
    const plain = jpeg(JFIF)
    expect(withoutBallast(plain, 'jpeg')).toBe(plain)
    const hung = Uint8Array.from([...plain, ...letters('a film')])
    expect([...withoutBallast(hung, 'jpeg')]).toEqual([...plain])
  })

  test('of a PNG and of a WebP goes, and the head of the WebP says so', () => {
    const chunk = (name: string, ...data: number[]): number[] => [
      ...[0, 0, 0, data.length],
      ...letters(name),
      ...data,
      ...[0, 0, 0, 0],
    ]
    const head = [0x89, ...letters('PNG\r\n'), 0x1a, 0x0a]
    const png = (...parts: number[][]) => Uint8Array.from([...head, ...parts.flat()])
    const [ihdr, text, idat, iend] = [
      chunk('IHDR', ...Array<number>(13).fill(1)),
      chunk('tEXt', 1, 2),
      chunk('IDAT', 3),
      chunk('IEND'),
    ]
    expect([...withoutBallast(png(ihdr, text, idat, iend), 'png')]).toEqual([
      ...png(ihdr, idat, iend),
    ])

    const riff = (...parts: number[][]): Uint8Array => {
      const body = [...letters('WEBP'), ...parts.flat()]
      return Uint8Array.from([...letters('RIFF'), body.length, 0, 0, 0, ...body])
    }
    const part = (name: string, ...data: number[]): number[] => [
      ...letters(name),
      ...[data.length, 0, 0, 0],
      ...data,
      ...(data.length % 2 ? [0] : []),
    ]
    const extended = (flags: number) => part('VP8X', flags, 0, 0, 0, 9, 0, 0, 9, 0, 0)
    const before = riff(
      extended(0b111100),
      part('VP8 ', 1, 2),
      part('EXIF', 7, 7, 7),
      part('XMP ', 8),
    )
    expect([...withoutBallast(before, 'webp')]).toEqual([
      ...riff(extended(0b110000), part('VP8 ', 1, 2)),
    ])
  })

  test('of cut, wild or foreign bytes is none', () => {
    const whole = jpeg(exif(3), segment(0xfe, 1, 2, 3))
    for (let length = 2; length < whole.length; length++)
      for (const type of ['jpeg', 'png', 'webp', 'avif'] as const)
        expect(withoutBallast(whole.slice(0, length), type).length).toBeLessThanOrEqual(length)
  })
})

test('the quality of a JPEG is read from its tables', () => {
  // Quality 50 stands for the table of the standard itself; 100 for ones.
  const table50 = [
    16, 11, 12, 14, 12, 10, 16, 14, 13, 14, 18, 17, 16, 19, 24, 40, 26, 24, 22, 22, 24, 49, 35, 37,
    29, 40, 58, 51, 61, 60, 57, 51, 56, 55, 64, 72, 92, 78, 64, 68, 87, 69, 55, 56, 80, 109, 81, 87,
    95, 98, 103, 104, 103, 62, 77, 113, 121, 112, 100, 120, 92, 101, 103, 99,
  ]
  expect(jpegQuality(jpeg(segment(0xdb, 0, ...table50)))).toBe(50)
  expect(jpegQuality(jpeg(segment(0xdb, 0, ...Array<number>(64).fill(1))))).toBe(100)
  expect(jpegQuality(jpeg(segment(0xdb, 1, ...table50)))).toBeNull()
  expect(jpegQuality(jpeg())).toBeNull()
})
