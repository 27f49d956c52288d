import type { PxBox } from '../raster'
import { isLong, longerSide, type Shape } from './shapes'

/** As many of its kind around it, at least this strong against it, are glaze, grain or print, and no dirt. */
const CROWD = 5
const CROWD_REACH_PX = 80
const CROWD_CONTRAST = 0.4
/** So many things of some size and contrast this near are print or ornament, and what lies between them belongs to it. */
export const MIN_STRUCTURE_PX = 8
const STRUCTURES = 2
const STRUCTURE_REACH_PX = 30
const STRUCTURE_CONTRAST = 0.4

/**
 * Whether a shape lies among letters or the like: large things near it, or others that all but touch it.
 *
 * @param structure what stands out and is no dirt.
 * @param shapes what may be dirt.
 * @param touchingPx what comes closer to others than this is print; 0 spares nothing for it.
 */
export function isAmong(
  shape: Shape,
  structure: readonly Shape[],
  shapes: readonly Shape[],
  touchingPx: number,
): boolean {
  const near = (others: readonly Shape[], reach: number): number =>
    others.filter(
      (other) =>
        other !== shape &&
        other.pixels.length >= MIN_STRUCTURE_PX &&
        other.contrast > STRUCTURE_CONTRAST * shape.contrast &&
        gapBetween(other.box, shape.box) < reach,
    ).length
  // A hair may lie over anything; only what is like it makes it a letter's stroke.
  if (isLong(shape)) {
    const alike = [...structure, ...shapes].filter((other) => isAlike(other, shape))
    return near(alike, STRUCTURE_REACH_PX) >= STRUCTURES
  }
  return near(structure, STRUCTURE_REACH_PX) + near(shapes, touchingPx) >= STRUCTURES
}

/** Strokes of one hand are as light or dark as each other, and so many times as strong and as long at most. */
const ALIKE_CONTRAST = 2
const ALIKE_LENGTH = 3

const isAlike = (a: Shape, b: Shape): boolean =>
  a.isLight === b.isLight &&
  isWithin(a.contrast / b.contrast, ALIKE_CONTRAST) &&
  isWithin(longerSide(a) / longerSide(b), ALIKE_LENGTH)

const isWithin = (ratio: number, times: number): boolean => ratio < times && ratio > 1 / times

/** The room between two boxes, in pixels. */
export const gapBetween = (a: PxBox, b: PxBox): number =>
  Math.max(
    Math.max(a.x, b.x) - Math.min(a.x + a.width, b.x + b.width),
    Math.max(a.y, b.y) - Math.min(a.y + a.height, b.y + b.height),
  )

/** Without those that lie among many of their kind. */
export function outOfCrowds(shapes: readonly Shape[]): Shape[] {
  const cells = new Map<string, Shape[]>()
  const cellOf = ({ box }: Shape): [number, number] => [
    Math.floor((box.x + box.width / 2) / CROWD_REACH_PX),
    Math.floor((box.y + box.height / 2) / CROWD_REACH_PX),
  ]
  for (const shape of shapes) {
    const key = `${cellOf(shape).join()}/${shape.isLight}`
    cells.set(key, [...(cells.get(key) ?? []), shape])
  }
  return shapes.filter((shape) => {
    const [column, row] = cellOf(shape)
    let like = 0
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++)
        for (const other of cells.get(`${column + dx},${row + dy}/${shape.isLight}`) ?? [])
          if (
            other !== shape &&
            isNear(shape, other) &&
            other.contrast > CROWD_CONTRAST * shape.contrast
          )
            like++
    return like <= CROWD
  })
}

const isNear = ({ box: a }: Shape, { box: b }: Shape): boolean =>
  Math.hypot(a.x + a.width / 2 - b.x - b.width / 2, a.y + a.height / 2 - b.y - b.height / 2) <
  CROWD_REACH_PX
