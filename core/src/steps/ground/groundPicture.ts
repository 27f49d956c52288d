import {
  LINEAR,
  fitInside,
  linearRaster,
  resampleLinear,
  resampleSrgb,
  softenInterleaved,
  wholeOf,
  type LinearRgba,
  type PxBox,
  type SrgbRgba8,
} from '../../raster'
import type { Behind } from './settings'

export type PictureBehind = Extract<Behind, { kind: 'picture' }>

/** A ground is kept no longer than this, in pixels: it stands behind, and is blurred more often than not. */
const LONGEST_PX = 2400
/** The widest blur, as a share of the longer side. */
const WIDEST_BLUR = 0.03

/** A picture as a ground is drawn from it: opaque, on white where it is clear, in linear light. */
export function groundPicture(picture: SrgbRgba8): LinearRgba {
  const linear = linearRaster(fitInside(picture, LONGEST_PX))
  resampleSrgb(picture, wholeOf(picture), linear)
  const { data } = linear
  for (let p = 0; p < data.length; p += 4) {
    const through = 1 - data[p + 3]!
    for (let c = 0; c < 4; c++) data[p + c] = Math.min(1, Math.max(0, data[p + c]! + through))
  }
  return linear
}

/**
 * Fills a picture with a ground: filled to its sides and cut off evenly where it is longer, whole with its
 * edges going on, or repeated in tiles. Then it is blurred, and made lighter or darker, in linear light.
 */
export function paintPicture(picture: LinearRgba, ground: LinearRgba, how: PictureBehind): void {
  switch (how.fit) {
    case 'fill':
      resampleLinear(ground, coverWindow(ground, picture), picture)
      break
    case 'whole':
      // Beyond its border the edge pixels of a picture go on.
      resampleLinear(ground, containWindow(ground, picture), picture, LINEAR)
      break
    case 'repeat':
      repeat(picture, ground, how.sizePct / 100)
      break
  }
  const { width, height, data } = picture
  // Three box passes of half width r spread by about r.
  const radius = (how.blurPct / 100) * WIDEST_BLUR * Math.max(width, height)
  if (radius >= 0.5)
    softenInterleaved(data, width, height, 4, Math.max(1, radius), new Float32Array(data.length))
  const gain = 2 ** how.lightEv
  for (let p = 0; p < data.length; p += 4) {
    for (let c = 0; c < 3; c++) data[p + c] = Math.min(1, Math.max(0, data[p + c]! * gain))
    data[p + 3] = 1
  }
}

/** The largest part of a ground, about its middle, that has a picture's ratio. */
function coverWindow(ground: LinearRgba, { width, height }: LinearRgba): PxBox {
  return windowOf(
    ground,
    Math.min(ground.width / width, ground.height / height) * width,
    height / width,
  )
}

/** The smallest window of a picture's ratio about the middle of a ground that holds all of it. */
function containWindow(ground: LinearRgba, { width, height }: LinearRgba): PxBox {
  return windowOf(
    ground,
    Math.max(ground.width / width, ground.height / height) * width,
    height / width,
  )
}

function windowOf(ground: LinearRgba, width: number, ratio: number): PxBox {
  const height = width * ratio
  return { x: (ground.width - width) / 2, y: (ground.height - height) / 2, width, height }
}

/** Tiles from the upper left corner on, each so wide a share of the picture. */
function repeat(picture: LinearRgba, ground: LinearRgba, share: number): void {
  const width = Math.max(1, Math.round(picture.width * share))
  const height = Math.max(1, Math.round((width * ground.height) / ground.width))
  const tile = resampleLinear(ground, wholeOf(ground), linearRaster({ width, height }))
  for (let y = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x += width) {
      const row = (y % height) * width * 4
      const pixels = Math.min(width, picture.width - x)
      picture.data.set(tile.data.subarray(row, row + pixels * 4), (y * picture.width + x) * 4)
    }
}
