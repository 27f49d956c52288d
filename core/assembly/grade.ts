// Light, pixel by pixel. What it does and in which order is said in core/src/steps/light/applyGrade.ts.

/** CIE luminance of linear sRGB. */
const RED: f32 = 0.2126
const GREEN: f32 = 0.7152
const BLUE: f32 = 0.0722

/** Light from here up is pressed together, so that a neutral clips nothing that was not clipped. */
const KNEE: f32 = 0.88
/** A photograph's own light between these is more and more taken for clipped … */
const CLIPS_FROM: f32 = 0.972
const CLIPS_AT: f32 = 0.992
/** … and made neutral the more it was near white: least channel against greatest. */
const WHITISH_FROM: f32 = 0.35
const WHITISH_AT: f32 = 0.65
/** Colour of the darkest tones is lifted with their light by at most this factor. */
const MOST_CHROMA_LIFT: f32 = 4
/** The tone table: steps, and the root of luminance at its last one. */
const ROOT_STEPS: f32 = 2048
const ROOT_TOP: f32 = 2
const ROOT_SCALE: f32 = ROOT_STEPS / ROOT_TOP

/** Where the numbers of a grade lie, in bytes from its start. */
const GAINS: usize = 0
const NEUTRALISES: usize = 12
const PRESSING: usize = 16
const MATRIX: usize = 20
const HAS_MATRIX: usize = 56
const SATURATION: usize = 60
const VIBRANCE: usize = 64
const HAS_COLOURS: usize = 68
const HAS_TONE: usize = 72

@inline
function clamp01(v: v128): v128 {
  return f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), v))
}

@inline
function smooth(from: f32, to: f32, v: v128): v128 {
  const t = clamp01(f32x4.mul(f32x4.sub(v, f32x4.splat(from)), f32x4.splat(1 / (to - from))))
  return f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)))
}

@inline
function mix(from: v128, to: v128, share: v128): v128 {
  return f32x4.add(from, f32x4.mul(f32x4.sub(to, from), share))
}

@inline
function dot(r: v128, g: v128, b: v128, x: v128, y: v128, z: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(r, x), f32x4.mul(g, y)), f32x4.mul(b, z))
}

/** Four neighbouring entries of the tone table, for four cells, `offset` bytes further on. */
@inline
function entries(tone: usize, cell: v128, offset: usize): v128 {
  const from = tone + offset
  return f32x4(
    load<f32>(from + (<usize>i32x4.extract_lane(cell, 0) << 2)),
    load<f32>(from + (<usize>i32x4.extract_lane(cell, 1) << 2)),
    load<f32>(from + (<usize>i32x4.extract_lane(cell, 2) << 2)),
    load<f32>(from + (<usize>i32x4.extract_lane(cell, 3) << 2)),
  )
}

/**
 * Grades a row of premultiplied RGBA floats in place, four pixels at a time, so that up to three pixels
 * behind the row are written as well. `grade` points at its numbers, `tone` at the tone table.
 */
export function gradeRow(row: usize, pixels: i32, grade: usize, tone: usize): void {
  const zero = f32x4.splat(0)
  const one = f32x4.splat(1)
  const gainR = v128.load32_splat(grade, GAINS)
  const gainG = v128.load32_splat(grade, GAINS + 4)
  const gainB = v128.load32_splat(grade, GAINS + 8)
  const neutralises = load<f32>(grade, NEUTRALISES) != 0
  const presses = load<f32>(grade, PRESSING) > 0
  const pressing = v128.load32_splat(grade, PRESSING)
  const m0 = v128.load32_splat(grade, MATRIX)
  const m1 = v128.load32_splat(grade, MATRIX + 4)
  const m2 = v128.load32_splat(grade, MATRIX + 8)
  const m3 = v128.load32_splat(grade, MATRIX + 12)
  const m4 = v128.load32_splat(grade, MATRIX + 16)
  const m5 = v128.load32_splat(grade, MATRIX + 20)
  const m6 = v128.load32_splat(grade, MATRIX + 24)
  const m7 = v128.load32_splat(grade, MATRIX + 28)
  const m8 = v128.load32_splat(grade, MATRIX + 32)
  const hasMatrix = load<f32>(grade, HAS_MATRIX) != 0
  const saturation = v128.load32_splat(grade, SATURATION)
  const vibrance = v128.load32_splat(grade, VIBRANCE)
  const hasColours = load<f32>(grade, HAS_COLOURS) != 0
  const hasTone = load<f32>(grade, HAS_TONE) != 0
  const shapes = hasMatrix || hasColours || hasTone

  for (let i: i32 = 0; i < pixels; i += 4, row += 64) {
    const p0 = v128.load(row)
    const p1 = v128.load(row, 16)
    const p2 = v128.load(row, 32)
    const p3 = v128.load(row, 48)
    const rg0 = v128.shuffle<f32>(p0, p1, 0, 4, 1, 5)
    const rg2 = v128.shuffle<f32>(p2, p3, 0, 4, 1, 5)
    const ba0 = v128.shuffle<f32>(p0, p1, 2, 6, 3, 7)
    const ba2 = v128.shuffle<f32>(p2, p3, 2, 6, 3, 7)
    let r = v128.shuffle<f32>(rg0, rg2, 0, 1, 4, 5)
    let g = v128.shuffle<f32>(rg0, rg2, 2, 3, 6, 7)
    let b = v128.shuffle<f32>(ba0, ba2, 0, 1, 4, 5)
    const alpha = v128.shuffle<f32>(ba0, ba2, 2, 3, 6, 7)
    const mixed = v128.any_true(f32x4.lt(alpha, one))
    if (mixed) {
      if (!v128.any_true(f32x4.gt(alpha, zero))) continue
      const whole = v128.and(f32x4.div(one, alpha), f32x4.gt(alpha, zero))
      r = f32x4.mul(r, whole)
      g = f32x4.mul(g, whole)
      b = f32x4.mul(b, whole)
    }
    if (neutralises) {
      const most = f32x4.pmax(r, f32x4.pmax(g, b))
      const least = f32x4.pmin(r, f32x4.pmin(g, b))
      r = f32x4.mul(r, gainR)
      g = f32x4.mul(g, gainG)
      b = f32x4.mul(b, gainB)
      const lit = f32x4.pmax(r, f32x4.pmax(g, b))
      const high = f32x4.gt(lit, f32x4.splat(KNEE))
      if (presses && v128.any_true(high)) {
        const over = f32x4.sub(lit, f32x4.splat(KNEE))
        const pressed = f32x4.add(
          f32x4.splat(KNEE),
          f32x4.div(over, f32x4.add(one, f32x4.mul(over, pressing))),
        )
        const scale = v128.bitselect(f32x4.div(pressed, lit), one, high)
        r = f32x4.mul(r, scale)
        g = f32x4.mul(g, scale)
        b = f32x4.mul(b, scale)
      }
      if (v128.any_true(f32x4.gt(most, f32x4.splat(CLIPS_FROM)))) {
        const clipped = f32x4.mul(
          smooth(CLIPS_FROM, CLIPS_AT, most),
          smooth(WHITISH_FROM, WHITISH_AT, f32x4.div(least, f32x4.pmax(most, f32x4.splat(1e-6)))),
        )
        const white = f32x4.pmin(one, lit)
        r = mix(r, white, clipped)
        g = mix(g, white, clipped)
        b = mix(b, white, clipped)
      }
    }
    if (shapes) {
      if (hasMatrix) {
        const x = r
        const y = g
        const z = b
        r = dot(x, y, z, m0, m1, m2)
        g = dot(x, y, z, m3, m4, m5)
        b = dot(x, y, z, m6, m7, m8)
      }
      let light = dot(r, g, b, f32x4.splat(RED), f32x4.splat(GREEN), f32x4.splat(BLUE))
      if (hasTone) {
        const root = f32x4.sqrt(f32x4.pmax(zero, light))
        const at = f32x4.pmin(
          f32x4.splat(ROOT_STEPS),
          f32x4.mul(root, f32x4.splat(ROOT_SCALE)),
        )
        const cell = i32x4.trunc_sat_f32x4_s(at)
        const low = entries(tone, cell, 0)
        const share = f32x4.sub(at, f32x4.convert_i32x4_s(cell))
        const toned = mix(low, entries(tone, cell, 4), share)
        const chroma = f32x4.pmin(
          f32x4.splat(MOST_CHROMA_LIFT),
          f32x4.div(toned, f32x4.pmax(f32x4.splat(1e-6), light)),
        )
        r = f32x4.add(toned, f32x4.mul(f32x4.sub(r, light), chroma))
        g = f32x4.add(toned, f32x4.mul(f32x4.sub(g, light), chroma))
        b = f32x4.add(toned, f32x4.mul(f32x4.sub(b, light), chroma))
        light = toned
      }
      let most = f32x4.pmax(r, f32x4.pmax(g, b))
      if (hasColours) {
        const least = f32x4.pmin(r, f32x4.pmin(g, b))
        const pale = f32x4.pmax(zero, f32x4.div(least, f32x4.pmax(most, f32x4.splat(1e-6))))
        const grown = f32x4.add(one, f32x4.mul(vibrance, f32x4.mul(pale, pale)))
        const factor = f32x4.pmax(zero, f32x4.mul(saturation, grown))
        r = mix(light, r, factor)
        g = mix(light, g, factor)
        b = mix(light, b, factor)
        most = mix(light, most, factor)
      }
      const beyond = f32x4.gt(most, one)
      if (v128.any_true(beyond)) {
        const grey = f32x4.pmin(one, light)
        const room = f32x4.pmax(zero, f32x4.sub(one, light))
        const keep = f32x4.div(room, f32x4.pmax(f32x4.splat(1e-6), f32x4.sub(most, light)))
        r = v128.bitselect(f32x4.add(grey, f32x4.mul(f32x4.sub(r, light), keep)), r, beyond)
        g = v128.bitselect(f32x4.add(grey, f32x4.mul(f32x4.sub(g, light), keep)), g, beyond)
        b = v128.bitselect(f32x4.add(grey, f32x4.mul(f32x4.sub(b, light), keep)), b, beyond)
      }
    }
    if (mixed) {
      r = f32x4.mul(r, alpha)
      g = f32x4.mul(g, alpha)
      b = f32x4.mul(b, alpha)
    }
    const rg = v128.shuffle<f32>(r, g, 0, 4, 1, 5)
    const ba = v128.shuffle<f32>(b, alpha, 0, 4, 1, 5)
    v128.store(row, v128.shuffle<f32>(rg, ba, 0, 1, 4, 5))
    v128.store(row, v128.shuffle<f32>(rg, ba, 2, 3, 6, 7), 16)
    const rgBehind = v128.shuffle<f32>(r, g, 2, 6, 3, 7)
    const baBehind = v128.shuffle<f32>(b, alpha, 2, 6, 3, 7)
    v128.store(row, v128.shuffle<f32>(rgBehind, baBehind, 0, 1, 4, 5), 32)
    v128.store(row, v128.shuffle<f32>(rgBehind, baBehind, 2, 3, 6, 7), 48)
  }
}
