import { LINEAR_OF_BYTE, linearRaster, planeU8, type LinearRgba } from '@cloudbank/core/raster'
import { expect, test } from 'vitest'
import { kindsOf } from './kindsOf'

const SIZE = { width: 200, height: 200 }
type Is = (x: number, y: number) => boolean

const truthOf = (is: Is) =>
  planeU8(
    SIZE,
    Uint8Array.from({ length: 40_000 }, (_, i) => (is(i % 200, Math.floor(i / 200)) ? 255 : 0)),
  )

function pictureOf(value: (x: number, y: number) => number): LinearRgba {
  const picture = linearRaster(SIZE)
  for (let i = 0; i < 40_000; i++) {
    const grey = LINEAR_OF_BYTE[value(i % 200, Math.floor(i / 200))]!
    picture.data.set([grey, grey, grey, 1], i * 4)
  }
  return picture
}

const block: Is = (x, y) => x >= 60 && x < 140 && y >= 60 && y < 140

test('a photograph is of the kinds that its pixels and its truth say', () => {
  const plain = (product: number, backdrop: number) =>
    kindsOf(
      pictureOf((x, y) => (block(x, y) ? product : backdrop)),
      truthOf(block),
    )
  expect(plain(120, 200)).toEqual([])
  expect(plain(20, 30)).toEqual(['black on black'])
  expect(plain(230, 245)).toEqual(['white on white'])
  const striped = pictureOf((x, y) => (block(x, y) ? 120 : Math.floor(x / 5) % 2 === 0 ? 90 : 190))
  expect(kindsOf(striped, truthOf(block))).toEqual(['patterned backdrop'])
})

test('shape, pieces, gaps and the frame are read from the truth', () => {
  const grey = (is: Is) =>
    kindsOf(
      pictureOf((x, y) => (is(x, y) ? 120 : 200)),
      truthOf(is),
    )
  expect(grey((x, y) => block(x, y) && x % 20 < 4)).toEqual(['thin things', 'several pieces'])
  expect(grey((x, y) => block(x, y) && !(x > 80 && x < 100 && y > 80 && y < 100))).toEqual([
    'with gaps',
  ])
  expect(grey((x, y) => x < 90 && y > 60 && y < 140)).toEqual(['leaves the frame'])
})
