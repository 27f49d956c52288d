import type { PxBox } from '../../../raster'
import type { Point } from './geometry'

const n = (value: number): string => String(Math.round(value * 1000) / 1000)

export const linePath = (...points: readonly Point[]): string =>
  `M${points.map(({ x, y }) => `${n(x)} ${n(y)}`).join('L')}`

export const polygonPath = (...points: readonly Point[]): string => `${linePath(...points)}Z`

export const rectanglePath = ({ x, y, width, height }: PxBox): string =>
  `M${n(x)} ${n(y)}h${n(width)}v${n(height)}h${n(-width)}Z`

export function roundedPath({ x, y, width, height }: PxBox, radius: number): string {
  const r = Math.min(radius, width / 2, height / 2)
  const arc = (dx: number, dy: number): string => `a${n(r)} ${n(r)} 0 0 1 ${n(dx)} ${n(dy)}`
  const [w, h] = [n(width - 2 * r), n(height - 2 * r)]
  return `M${n(x + r)} ${n(y)}h${w}${arc(r, r)}v${h}${arc(-r, r)}h-${w}${arc(-r, -r)}v-${h}${arc(r, -r)}Z`
}

export function ellipsePath({ x, y, width, height }: PxBox): string {
  const [rx, ry] = [n(width / 2), n(height / 2)]
  const half = (by: number): string => `a${rx} ${ry} 0 1 1 ${n(by)} 0`
  return `M${n(x)} ${n(y + height / 2)}${half(width)}${half(-width)}Z`
}

export const circlePath = ({ x, y }: Point, radius: number): string =>
  ellipsePath({ x: x - radius, y: y - radius, width: 2 * radius, height: 2 * radius })

/** A head of an arrow that points from one place to another, its point there. */
export function arrowPath(from: Point, to: Point, length: number): string {
  const angle = Math.atan2(to.y - from.y, to.x - from.x)
  const corner = (side: 1 | -1): Point => ({
    x: to.x - length * Math.cos(angle - (side * Math.PI) / 8),
    y: to.y - length * Math.sin(angle - (side * Math.PI) / 8),
  })
  return polygonPath(to, corner(1), corner(-1))
}
