import { planeF32, type PlaneF32, type PxBox, type Size } from '../raster'
import type { Point } from './stroke'

/** A stroke in the pixels of some scale of the photograph. */
export interface PxStroke {
  readonly points: readonly Point[]
  readonly radius: number
  readonly hardness: number
}

/** A stroke at a scale of the photograph. */
export const strokeAt = (
  { points, radius, hardness }: PxStroke,
  { width, height }: Size,
): PxStroke => ({
  points: points.map(([x, y]): Point => [x * width, y * height]),
  radius: radius * Math.max(width, height),
  hardness,
})

/** The box that a stroke touches, in pixels, with a margin. */
export function boxOfStroke({ points, radius }: PxStroke, margin = 0): PxBox {
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  const reach = radius + margin
  const least = (values: number[]): number => values.reduce((a, b) => Math.min(a, b))
  const most = (values: number[]): number => values.reduce((a, b) => Math.max(a, b))
  const x = least(xs) - reach
  const y = least(ys) - reach
  return { x, y, width: most(xs) + reach - x, height: most(ys) + reach - y }
}

/** Whole pixels of a raster that hold a box, or null where it lies beside the raster. */
export function wholePixels(box: PxBox, { width, height }: Size): PxBox | null {
  const x = Math.max(0, Math.floor(box.x))
  const y = Math.max(0, Math.floor(box.y))
  const right = Math.min(width, Math.ceil(box.x + box.width))
  const bottom = Math.min(height, Math.ceil(box.y + box.height))
  return right > x && bottom > y ? { x, y, width: right - x, height: bottom - y } : null
}

/**
 * How firmly a brush holds each pixel of a window, 0…1: 1 within its hard core, fading to 0 at the rim, where
 * the last pixel is mixed. A brush thinner than a pixel holds at most as much as it covers.
 */
export function brushHold({ points, radius, hardness }: PxStroke, window: PxBox): PlaneF32 {
  const hold = planeF32(window)
  const core = Math.min(radius * hardness, radius - 0.5)
  const fade = radius + 0.5 - core
  const segments = points.length === 1 ? [[points[0]!, points[0]!] as const] : pairs(points)
  for (const [a, b] of segments) {
    const reach = wholePixels(
      boxOfStroke({ points: [shifted(a, window), shifted(b, window)], radius, hardness }, 1),
      window,
    )
    if (!reach) continue
    for (let y = reach.y; y < reach.y + reach.height; y++)
      for (let x = reach.x; x < reach.x + reach.width; x++) {
        const d = distanceToSegment(x + 0.5 + window.x, y + 0.5 + window.y, a, b)
        const held = Math.min(1, Math.max(0, (radius + 0.5 - d) / fade)) * Math.min(1, radius * 2)
        const i = y * window.width + x
        if (held > hold.data[i]!) hold.data[i] = held
      }
  }
  return hold
}

const shifted = ([x, y]: Point, window: PxBox): Point => [x - window.x, y - window.y]

const pairs = (points: readonly Point[]): (readonly [Point, Point])[] =>
  points.slice(1).map((point, i) => [points[i]!, point])

function distanceToSegment(x: number, y: number, [ax, ay]: Point, [bx, by]: Point): number {
  const dx = bx - ax
  const dy = by - ay
  const length = dx * dx + dy * dy
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length))
  return Math.hypot(x - ax - t * dx, y - ay - t * dy)
}
