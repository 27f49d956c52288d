import type { Size } from './raster'

/** A rectangle; what its numbers count is said by `PxBox` and `Box01`. */
interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/**
 * A part of a raster in that raster's own pixels; fractions allowed, and it may reach over the border.
 * The unit exists in the type alone: it keeps pixels and fractions from being taken for each other.
 */
export interface PxBox extends Box {
  readonly unit?: 'px'
}

/** A part of a raster as fractions of its width and height: the same at every scale. */
export interface Box01 extends Box {
  readonly unit?: '01'
}

/** All of a raster, whatever its size. */
export const WHOLE_01: Box01 = { x: 0, y: 0, width: 1, height: 1 }

/** All of a raster, in its pixels. */
export const wholeOf = ({ width, height }: Size): PxBox => ({ x: 0, y: 0, width, height })

const scaled = ({ x, y, width, height }: Box, across: number, down: number): Box => ({
  x: x * across,
  y: y * down,
  width: width * across,
  height: height * down,
})

/** Pixels of a raster of this size to fractions of it. */
export const fractionsOf = (box: PxBox, of: Size): Box01 => scaled(box, 1 / of.width, 1 / of.height)

/** Fractions to pixels of a raster of this size. */
export const pixelsOf = (box: Box01, of: Size): PxBox => scaled(box, of.width, of.height)

/** The same part in the pixels of the same raster at another size. */
export const rescaled = (box: PxBox, from: Size, to: Size): PxBox =>
  scaled(box, to.width / from.width, to.height / from.height)

/** Where `inner` lies within `outer`, as fractions of `outer`; both in fractions of one raster. */
export const within01 = (inner: Box01, outer: Box01): Box01 => ({
  x: (inner.x - outer.x) / outer.width,
  y: (inner.y - outer.y) / outer.height,
  width: inner.width / outer.width,
  height: inner.height / outer.height,
})
