import { multiply3, transform3, type Matrix3, type PxBox } from '../../../raster'

export interface Point {
  readonly x: number
  readonly y: number
}

export const middleOf = ({ x, y, width, height }: PxBox): Point => ({
  x: x + width / 2,
  y: y + height / 2,
})

export const around = ({ x, y }: Point, width: number, height: number): PxBox => ({
  x: x - width / 2,
  y: y - height / 2,
  width,
  height,
})

/** A box larger by so much on every side. */
export const grown = ({ x, y, width, height }: PxBox, by: number): PxBox => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
})

export const moved = (x: number, y: number): Matrix3 => [1, 0, x, 0, 1, y, 0, 0, 1]

/** From the units of a box, its left upper corner 0, to where it lies, turned clockwise about its middle. */
export function lyingAt({ x, y, width, height }: PxBox, turnDeg: number): Matrix3 {
  if (turnDeg === 0) return moved(x, y)
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)]
  const turn: Matrix3 = [cos, -sin, 0, sin, cos, 0, 0, 0, 1]
  return multiply3(
    moved(x + width / 2, y + height / 2),
    multiply3(turn, moved(-width / 2, -height / 2)),
  )
}

/** The box about a box that is turned about its middle. */
export function turnedBounds(box: PxBox, turnDeg: number): PxBox {
  if (turnDeg === 0) return box
  const matrix = lyingAt(box, turnDeg)
  return boundsOf(
    [
      [0, 0],
      [box.width, 0],
      [0, box.height],
      [box.width, box.height],
    ].map(([px = 0, py = 0]) => {
      const [x, y] = transform3(matrix, [px, py, 1])
      return { x, y }
    }),
  )
}

export function boundsOf(points: readonly Point[]): PxBox {
  const xs = points.map(({ x }) => x)
  const ys = points.map(({ y }) => y)
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }
}

export const areApart = (a: PxBox, b: PxBox): boolean =>
  a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y

/** A place of a box, as shares of its sides. */
export const placeIn = (box: PxBox, { x, y }: Point): Point => ({
  x: box.x + x * box.width,
  y: box.y + y * box.height,
})

/** Where the line from the middle of a box to a point leaves the box; the point itself where it is inside. */
export function leaving(box: PxBox, to: Point): Point {
  const from = middleOf(box)
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const share = Math.min(
    dx === 0 ? Infinity : box.width / 2 / Math.abs(dx),
    dy === 0 ? Infinity : box.height / 2 / Math.abs(dy),
    1,
  )
  return { x: from.x + dx * share, y: from.y + dy * share }
}
