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
import type { WorkOf } from '../works'

/** Longer side of the picture in which tones are compared, in pixels. */
const TONE_SIDE_PX = 96
/** Rounds in which what the rim differs by is spread inwards. */
const ROUNDS = 200

type Borrow = WorkOf<'borrow'>

/** From places of the photograph to those they are borrowed from, both in its pixels. */
interface Move {
  readonly back: (x: number, y: number) => Point
  /** The part of the photograph on which it comes to lie. */
  readonly window: PxBox
  readonly outline: readonly Point[]
}

/**
 * Lays a clean area over a flawed one: turned, mirrored and scaled about its middle. Its tone is matched along its rim
 * (Pérez, Gangnet & Blake 2003, worked out on a small picture, for it is smooth), its rim is soft.
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
    for (let c = 0; c < 3; c++) picture.data[i * 4 + c]! *= share
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

/** Changes what was borrowed by what its rim differs from what lies there, spread over it. */
function matchTone(source: Source, { window }: Move, picture: LinearRgba, cover: PlaneF32): void {
  const scale = Math.min(1, TONE_SIDE_PX / Math.max(window.width, window.height))
  const size = {
    width: Math.max(3, Math.round(window.width * scale)),
    height: Math.max(3, Math.round(window.height * scale)),
  }
  const there = source.sample(window, size, LINEAR)
  const here = resampleLinear(picture, wholeOf(picture), linearRaster(size), LINEAR)
  const covered = resamplePlane(cover, wholeOf(cover), planeF32(size), LINEAR).data
  const inside: number[] = []
  for (let i = 0; i < covered.length; i++) if (covered[i]! > 0.5) inside.push(i)
  for (let c = 0; c < 3; c++) {
    const offs = new Float32Array(covered.length)
    for (let i = 0; i < offs.length; i++) offs[i] = there.data[i * 4 + c]! - here.data[i * 4 + c]!
    for (let round = 0; round < ROUNDS; round++)
      for (const i of inside) {
        const [x, y] = [i % size.width, Math.floor(i / size.width)]
        const left = x > 0 ? offs[i - 1]! : offs[i]!
        const right = x < size.width - 1 ? offs[i + 1]! : offs[i]!
        const up = y > 0 ? offs[i - size.width]! : offs[i]!
        const down = y < size.height - 1 ? offs[i + size.width]! : offs[i]!
        offs[i] = (left + right + up + down) / 4
      }
    for (let y = 0, i = 0; y < window.height; y++)
      for (let x = 0; x < window.width; x++, i++) {
        const off = valueAt(offs, size, (x + 0.5) * scale - 0.5, (y + 0.5) * scale - 0.5)
        picture.data[i * 4 + c] = Math.max(0, picture.data[i * 4 + c]! + off)
      }
  }
}

function valueAt(values: Float32Array, { width, height }: Size, x: number, y: number): number {
  const x0 = Math.min(width - 2, Math.max(0, Math.floor(x)))
  const y0 = Math.min(height - 2, Math.max(0, Math.floor(y)))
  const [fx, fy] = [Math.min(1, Math.max(0, x - x0)), Math.min(1, Math.max(0, y - y0))]
  const i = y0 * width + x0
  const above = values[i]! * (1 - fx) + values[i + 1]! * fx
  const below = values[i + width]! * (1 - fx) + values[i + width + 1]! * fx
  return above * (1 - fy) + below * fy
}
