import { cells, hash01, noise, octaves } from './noise'
import type { Material } from './spec'

/** Where a look puts what a surface is like: red, green and blue in linear light, its height, and its gloss. */
export type SurfaceValues = Float64Array
/** Places of those values. */
export const [HEIGHT, GLOSS] = [3, 4] as const

/**
 * What a surface is like at a place.
 *
 * @param u across and `v` along, in heights of the picture, where the surface is nearest.
 * @param footprint what a pixel covers there, in the same.
 * @param out written to: height in heights of the picture, gloss 0 dull to 1 mirror.
 */
type Look = (u: number, v: number, footprint: number, seed: number, out: SurfaceValues) => void

function coloured(
  out: SurfaceValues,
  red: number,
  green: number,
  blue: number,
  times: number,
  height: number,
  gloss: number,
): void {
  out[0] = red * times
  out[1] = green * times
  out[2] = blue * times
  out[HEIGHT] = height
  out[GLOSS] = gloss
}

/** How much of something so fine is left at a pixel that covers so much. */
const seen = (footprint: number, size: number): number =>
  Math.min(1, Math.max(0, 1.4 - (2 * footprint) / size))

const slate: Look = (u, v, footprint, seed, out) => {
  const bend = octaves(u * 3, v * 3, seed, 3, footprint * 3)
  const layers = octaves(u * 4 + bend * 2, v * 14 + bend * 3, seed + 1, 6, footprint * 14)
  const grain = octaves(u * 60, v * 60, seed + 2, 3, footprint * 60)
  const crack = Math.abs(octaves(u * 5 + bend, v * 7, seed + 3, 4, footprint * 7) - 0.5)
  const deep = crack < 0.012 ? seen(footprint, 0.01) * (1 - crack / 0.012) : 0
  const level = (0.036 + 0.05 * layers + 0.015 * (grain - 0.5)) * (1 - 0.6 * deep)
  coloured(out, 0.92, 0.98, 1.06, level, 0.02 * layers + 0.0012 * grain - 0.004 * deep, 0.25)
}

const stone: Look = (u, v, footprint, seed, out) => {
  const clouds = octaves(u * 4, v * 4, seed, 6, footprint * 4)
  const specks = octaves(u * 90, v * 90, seed + 1, 2, footprint * 90)
  const level = 0.11 + 0.1 * (clouds - 0.5) + 0.06 * (specks - 0.5)
  coloured(out, 1.02, 1, 0.97, level, 0.012 * clouds + 0.001 * specks, 0.35)
}

const linen: Look = (u, v, footprint, seed, out) => {
  const threads = 170
  const wave = 0.35 * octaves(u * 9, v * 9, seed, 3, footprint * 9)
  const [a, b] = [u * threads + wave, v * threads + wave]
  const over = (Math.floor(a) + Math.floor(b)) % 2 === 0
  const across = Math.abs((over ? a : b) % 1)
  const round = Math.sin(Math.PI * across)
  const slub = octaves(
    over ? u * 170 : u * 6,
    over ? v * 6 : v * 170,
    seed + (over ? 1 : 2),
    3,
    footprint * 170,
  )
  const keeps = seen(footprint, 1 / threads)
  const level = 0.52 * (1 + keeps * (0.3 * (round - 0.64) + 0.28 * (slub - 0.5)))
  const fold = octaves(u * 1.6, v * 1.1, seed + 5, 2, footprint * 2)
  coloured(out, 1, 0.955, 0.87, level, keeps * 0.0009 * round + 0.05 * fold, 0.02)
}

const felt: Look = (u, v, footprint, seed, out) => {
  const fluff = octaves(u * 120, v * 120, seed, 4, footprint * 120)
  const clouds = octaves(u * 7, v * 7, seed + 1, 4, footprint * 7)
  const level = 0.24 * (1 + 0.35 * (fluff - 0.5) + 0.25 * (clouds - 0.5))
  coloured(out, 0.98, 1, 1.02, level, 0.0014 * fluff + 0.004 * clouds, 0)
}

const boards: Look = (u, v, footprint, seed, out) => {
  const width = 0.19
  const row = Math.floor(v / width)
  const along = u + 3 * hash01(row, 1, seed)
  const board = Math.floor(along / 1.7)
  const tone = hash01(row, board, seed + 1)
  const own = seed + Math.floor(tone * 9973)
  const bend = 0.12 * octaves(along * 1.5, v * 3, own, 3, footprint * 3)
  const rings = octaves(along * 2.2, (v + bend) * 38, own + 1, 5, footprint * 38)
  const pores = octaves(along * 14, v * 240, own + 2, 2, footprint * 240)
  const edge = Math.min(
    v - row * width,
    (row + 1) * width - v,
    Math.abs(along - Math.round(along / 1.7) * 1.7),
  )
  const gap = edge < 0.003 ? Math.max(seen(footprint, 0.004), 0.35) * (1 - edge / 0.003) : 0
  const level =
    0.2 *
    (0.75 + 0.5 * tone) *
    (0.72 + 0.56 * rings) *
    (1 - 0.16 * (pores - 0.5)) *
    (1 - 0.85 * gap)
  coloured(out, 1.25, 0.8, 0.45, level, 0.002 * rings - 0.006 * gap, 0.07)
}

const sand: Look = (u, v, footprint, seed, out) => {
  const bend = octaves(u * 2.4, v * 2.4, seed, 4, footprint * 3)
  const ripple = 0.5 + 0.5 * Math.sin((v * 15 + 4 * bend + u * 2) * 2 * Math.PI * 0.55)
  const grains = octaves(u * 260, v * 260, seed + 1, 2, footprint * 260)
  const grain = hash01(Math.floor(u * 700), Math.floor(v * 700), seed + 2)
  const keeps = seen(footprint, 1 / 700)
  const level = 0.5 * (1 + 0.22 * (grains - 0.5) + 0.3 * keeps * (grain - 0.5))
  coloured(out, 1.06, 0.92, 0.7, level, 0.011 * ripple + 0.02 * bend + 0.0006 * grains, 0.02)
}

const water: Look = (u, v, footprint, seed, out) => {
  const slow = octaves(u * 2.2, v * 5, seed, 4, footprint * 5)
  const fine = octaves(u * 9, v * 20, seed + 1, 3, footprint * 20)
  coloured(out, 0.55, 0.8, 0.9, 0.05, 0.016 * slow + 0.0025 * fine, 0.92)
}

const moss: Look = (u, v, footprint, seed, out) => {
  const cushions = octaves(u * 6, v * 6, seed, 4, footprint * 6)
  const tufts = cells(u * 46, v * 46, seed + 1)
  const fibres = octaves(u * 190, v * 190, seed + 2, 3, footprint * 190)
  const keeps = seen(footprint, 1 / 46)
  const tuft = keeps * (0.6 - tufts.near)
  const level = 0.1 * (0.45 + 1.1 * cushions) * (1 + 0.7 * tuft + 0.7 * (fibres - 0.5))
  const dry = 0.25 * octaves(u * 3, v * 3, seed + 3, 3, footprint * 3)
  coloured(
    out,
    0.62 + dry,
    1.05,
    0.32,
    level,
    0.05 * cushions + 0.006 * tuft + 0.0012 * fibres,
    0.03,
  )
}

const plaster: Look = (u, v, footprint, seed, out) => {
  const clouds = octaves(u * 3, v * 3, seed, 6, footprint * 3)
  const strokes = octaves(u * 26 + clouds * 5, v * 12, seed + 1, 4, footprint * 26)
  const level = 0.58 * (1 + 0.16 * (clouds - 0.5) + 0.06 * (strokes - 0.5))
  coloured(out, 1, 0.985, 0.95, level, 0.006 * clouds + 0.0022 * strokes, 0.04)
}

const CHIPS: readonly (readonly [number, number, number])[] = [
  [0.16, 0.14, 0.13],
  [0.42, 0.36, 0.3],
  [0.62, 0.6, 0.56],
  [0.5, 0.24, 0.16],
  [0.2, 0.3, 0.28],
]

/** Chips from the largest, that lie over the others: how many in a height of the picture, and how large of their cell. */
const CHIP_SIZES = [
  [13, 0.36],
  [26, 0.34],
  [60, 0.3],
] as const
const BINDER = [0.66, 0.63, 0.58] as const

const terrazzo: Look = (u, v, footprint, seed, out) => {
  const bend = 0.3 * (octaves(u * 30, v * 30, seed, 2, footprint * 30) - 0.5)
  let chip: readonly [number, number, number] = BINDER
  for (const [scale, size] of CHIP_SIZES) {
    const { near, next, id } = cells(u * scale + bend, v * scale + bend, seed + scale)
    if (near < size && next - near > 0.12 && id > 0.35) {
      chip = CHIPS[Math.floor(((id - 0.35) / 0.65) * CHIPS.length)] ?? BINDER
      break
    }
  }
  const keeps = 0.35 + 0.65 * seen(footprint, 1 / 26)
  const fine = 1 + 0.05 * (octaves(u * 120, v * 120, seed + 9, 2, footprint * 120) - 0.5)
  const [red, green, blue] = chip
  const mixed = (one: number): number => 0.55 + (one - 0.55) * keeps
  coloured(out, mixed(red), mixed(green), mixed(blue), fine, 0, 0.3)
}

const metal: Look = (u, v, footprint, seed, out) => {
  const brush = octaves(u * 2, v * 420, seed, 3, footprint * 420)
  const wide = octaves(u * 0.7, v * 24, seed + 1, 3, footprint * 24)
  const level = 0.3 * (1 + 0.5 * (brush - 0.5) + 0.2 * (wide - 0.5))
  coloured(out, 0.98, 1, 1.03, level, 0.00035 * brush, 0.55)
}

const paper: Look = (u, v, footprint, seed, out) => {
  const fibres = octaves(u * 140, v * 140, seed, 3, footprint * 140)
  const clouds = octaves(u * 2, v * 2, seed + 1, 3, footprint * 2)
  coloured(
    out,
    1,
    1,
    1,
    0.78 * (1 + 0.025 * (fibres - 0.5) + 0.02 * (clouds - 0.5)),
    0.0003 * fibres,
    0.01,
  )
}

/** How each material looks. */
export const LOOKS: Readonly<Record<Material, Look>> = {
  slate,
  stone,
  linen,
  felt,
  boards,
  sand,
  water,
  moss,
  plaster,
  terrazzo,
  metal,
  paper,
}

/** Shadows of leaves: 1 in the light to 0 under a leaf. */
export function leafLight(u: number, v: number, seed: number): number {
  let light = 1
  const bend = noise(u * 1.3, v * 1.3, seed)
  for (const [scale, size] of [
    [2.6, 0.4],
    [4.4, 0.34],
  ] as const) {
    // Long leaves that lie along a twig.
    const x = (u * 0.8 + v * 0.6) * scale + bend
    const y = (v * 0.8 - u * 0.6) * scale * 3.4
    const { near } = cells(x, y, seed + scale * 10)
    light *= Math.min(1, Math.max(0, (near - size + 0.16) / 0.32))
  }
  return light
}
