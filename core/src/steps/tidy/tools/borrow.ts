import {
  LINEAR,
  linearRaster,
  planeF32,
  resampleLinear,
  resamplePlane,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type PxBox,
  type Size,
} from '../../../raster'
import type { Patch, Source } from '../../../source'
import { brushHold, strokeAt, wholePixels, type Point } from '../../../strokes'
import type { RetouchOf } from '../retouches'
import { MIN_ALPHA } from './brushed'

/** Longer side of the picture in which tones are compared, in pixels. */
const TONE_SIDE_PX = 96
/** Rounds in which what crosses the rim comes to count little. */
const ROUNDS = 6

type Borrow = RetouchOf<'borrow'>

/** From places of the photograph to those they are borrowed from, both in its pixels. */
interface Move {
  readonly back: (x: number, y: number) => Point
  /** The part of the photograph on which it comes to lie. */
  readonly window: PxBox
  readonly outline: readonly Point[]
}

/**
 * Lays a clean area over a flawed one: turned, mirrored and scaled about its middle. Its tone is matched along its rim,
 * its rim is soft.
 */
export function borrowArea(source: Source, work: Borrow): Patch[] {
  const move = moveOf(work, source.size)
  if (!move) return []
  const cover = coverOf(move, work, source.size)
  const { window } = move
  const picture = linearRaster(window)
  borrowed(source, move, picture)
  if (work.matched) matchTone(source, move, picture, cover)
  for (let i = 0; i < cover.data.length; i++) {
    const share = cover.data[i]!
    const whole = share / Math.max(MIN_ALPHA, picture.data[i * 4 + 3]!)
    for (let c = 0; c < 3; c++) picture.data[i * 4 + c]! *= whole
    picture.data[i * 4 + 3] = share
  }
  return [{ window, picture }]
}

function moveOf({ outline, to, turnDeg, mirrored, scale }: Borrow, size: Size): Move | null {
  const places = outline.map(([x, y]): Point => [x * size.width, y * size.height])
  const [xs, ys] = [places.map(([x]) => x), places.map(([, y]) => y)]
  const from = [
    (Math.min(...xs) + Math.max(...xs)) / 2,
    (Math.min(...ys) + Math.max(...ys)) / 2,
  ] as const
  const onto = [to[0] * size.width, to[1] * size.height] as const
  const turn = (turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const side = mirrored ? -1 : 1
  const forth = ([x, y]: Point): Point => {
    const [dx, dy] = [side * (x - from[0]) * scale, (y - from[1]) * scale]
    return [onto[0] + cos * dx - sin * dy, onto[1] + sin * dx + cos * dy]
  }
  const back = (x: number, y: number): Point => {
    const [dx, dy] = [x - onto[0], y - onto[1]]
    return [
      from[0] + (side * (cos * dx + sin * dy)) / scale,
      from[1] + (-sin * dx + cos * dy) / scale,
    ]
  }
  const moved = places.map(forth)
  const [mx, my] = [moved.map(([x]) => x), moved.map(([, y]) => y)]
  const box = {
    x: Math.min(...mx) - 1,
    y: Math.min(...my) - 1,
    width: Math.max(...mx) - Math.min(...mx) + 2,
    height: Math.max(...my) - Math.min(...my) + 2,
  }
  const window = wholePixels(box, size)
  return window && { back, window, outline: moved }
}

/** Fills a picture with what lies where its pixels are borrowed from. */
function borrowed(source: Source, { back, window }: Move, picture: LinearRgba): void {
  const corners = [
    back(window.x, window.y),
    back(window.x + window.width, window.y),
    back(window.x, window.y + window.height),
    back(window.x + window.width, window.y + window.height),
  ]
  const left = Math.floor(Math.min(...corners.map(([x]) => x))) - 1
  const top = Math.floor(Math.min(...corners.map(([, y]) => y))) - 1
  const right = Math.ceil(Math.max(...corners.map(([x]) => x))) + 1
  const bottom = Math.ceil(Math.max(...corners.map(([, y]) => y))) + 1
  const area = { x: left, y: top, width: right - left, height: bottom - top }
  const from = source.sample(area, area, LINEAR)
  for (let y = 0, i = 0; y < window.height; y++)
    for (let x = 0; x < window.width; x++, i++) {
      const [sx, sy] = back(window.x + x + 0.5, window.y + y + 0.5)
      between(from, sx - left - 0.5, sy - top - 0.5, picture.data, i * 4)
    }
}

/** The light between four pixels. */
function between(from: LinearRgba, x: number, y: number, into: Float32Array, at: number): void {
  const { width, height, data } = from
  const x0 = Math.min(width - 2, Math.max(0, Math.floor(x)))
  const y0 = Math.min(height - 2, Math.max(0, Math.floor(y)))
  const [fx, fy] = [Math.min(1, Math.max(0, x - x0)), Math.min(1, Math.max(0, y - y0))]
  const p = (y0 * width + x0) * 4
  const q = p + width * 4
  for (let c = 0; c < 4; c++) {
    const above = data[p + c]! * (1 - fx) + data[p + 4 + c]! * fx
    const below = data[q + c]! * (1 - fx) + data[q + 4 + c]! * fx
    into[at + c] = above * (1 - fy) + below * fy
  }
}

/** How far it covers each pixel, 0…1: within its outline, softly, and as its mask was painted. */
function coverOf({ window, outline }: Move, { soft, mask }: Borrow, size: Size): PlaneF32 {
  const cover = planeF32(window)
  const rim = Math.max(1, (soft * Math.min(window.width, window.height)) / 2)
  for (let y = 0, i = 0; y < window.height; y++)
    for (let x = 0; x < window.width; x++, i++) {
      const [inside, distance] = standing(window.x + x + 0.5, window.y + y + 0.5, outline)
      if (inside) cover.data[i] = smooth(Math.min(1, distance / rim))
    }
  for (const stroke of mask) {
    const hold = brushHold(strokeAt(stroke, size), window)
    for (let i = 0; i < cover.data.length; i++) {
      const held = hold.data[i]!
      const kept = cover.data[i]! * (1 - held)
      cover.data[i] = stroke.says === 'in' ? kept + held : kept
    }
  }
  return cover
}

const smooth = (t: number): number => t * t * (3 - 2 * t)

/** Whether a place lies in an outline, by the even-odd rule, and how far from it. */
function standing(x: number, y: number, outline: readonly Point[]): [boolean, number] {
  let inside = false
  let nearest = Infinity
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [ax, ay] = outline[i]!
    const [bx, by] = outline[j]!
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside
    const [dx, dy] = [bx - ax, by - ay]
    const length = dx * dx + dy * dy
    const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length))
    nearest = Math.min(nearest, (x - ax - t * dx) ** 2 + (y - ay - t * dy) ** 2)
  }
  return [inside, Math.sqrt(nearest)]
}

/** Changes what was borrowed by what its rim differs from what lies there: a level and a slope a channel. */
function matchTone(source: Source, { window }: Move, picture: LinearRgba, cover: PlaneF32): void {
  const scale = Math.min(1, TONE_SIDE_PX / Math.max(window.width, window.height))
  const size = {
    width: Math.max(3, Math.round(window.width * scale)),
    height: Math.max(3, Math.round(window.height * scale)),
  }
  const there = source.sample(window, size, LINEAR)
  const here = resampleLinear(picture, wholeOf(picture), linearRaster(size), LINEAR)
  const covered = resamplePlane(cover, wholeOf(cover), planeF32(size), LINEAR).data
  const rim: number[] = []
  for (let i = 0; i < covered.length; i++) if (covered[i]! < 0.5) rim.push(i)
  for (let c = 0; c < 3; c++) {
    const offs = Float32Array.from(rim, (i) => there.data[i * 4 + c]! - here.data[i * 4 + c]!)
    const [level, across, down] = slopeOf(rim, offs, size)
    for (let y = 0, i = 0; y < window.height; y++)
      for (let x = 0; x < window.width; x++, i++) {
        const off = level + (across * (x + 0.5)) / window.width + (down * (y + 0.5)) / window.height
        picture.data[i * 4 + c] = Math.max(0, picture.data[i * 4 + c]! + off)
      }
  }
}

/**
 * The level and slope that most of some values keep to, places as fractions: least squares in which what is far off
 * counts little, round by round (Holland & Welsch 1977), so that print that crosses the rim is not spread.
 */
function slopeOf(
  places: readonly number[],
  values: Float32Array,
  { width, height }: Size,
): readonly [level: number, across: number, down: number] {
  const at = places.map((i) => [
    ((i % width) + 0.5) / width,
    (Math.floor(i / width) + 0.5) / height,
  ])
  const weights = new Float32Array(values.length).fill(1)
  let fit: readonly [number, number, number] = [0, 0, 0]
  for (let round = 0; round < ROUNDS; round++) {
    // The normal equations of [1, x, y].
    let [n, sx, sy, sxx, sxy, syy, sv, sxv, syv] = [1e-6, 0, 0, 1e-6, 0, 1e-6, 0, 0, 0]
    values.forEach((value, k) => {
      const [x, y] = at[k] as [number, number]
      const w = weights[k]!
      n += w
      sx += w * x
      sy += w * y
      sxx += w * x * x
      sxy += w * x * y
      syy += w * y * y
      sv += w * value
      sxv += w * x * value
      syv += w * y * value
    })
    fit = solve3([n, sx, sy, sx, sxx, sxy, sy, sxy, syy], [sv, sxv, syv])
    const off = values.map((value, k) => {
      const [x, y] = at[k] as [number, number]
      return Math.abs(value - fit[0] - fit[1] * x - fit[2] * y)
    })
    const usual = Math.max(1e-4, 1.4826 * (off.slice().sort()[off.length >> 1] ?? 0))
    off.forEach((far, k) => (weights[k] = 1 / (1 + (far / usual) ** 2)))
  }
  return fit
}

/** Three equations solved by Cramer's rule. */
function solve3(
  m: readonly [number, number, number, number, number, number, number, number, number],
  v: readonly [number, number, number],
): readonly [number, number, number] {
  const [a, b, c, d, e, f, g, h, i] = m
  const whole = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
  if (Math.abs(whole) < 1e-12) return [v[0] / a, 0, 0]
  const [p, q, r] = v
  return [
    (p * (e * i - f * h) - b * (q * i - f * r) + c * (q * h - e * r)) / whole,
    (a * (q * i - f * r) - p * (d * i - f * g) + c * (d * r - q * g)) / whole,
    (a * (e * r - q * h) - b * (d * r - q * g) + p * (d * h - e * g)) / whole,
  ]
}
