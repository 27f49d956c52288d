/** Bits of the sides of the table, in cells; its rows have one more value, the first again. */
const BITS: i32 = 8
const MASK: i32 = (1 << BITS) - 1

@inline function fade(t: v128): v128 {
  const t3 = f32x4.mul(f32x4.mul(t, t), t)
  const inner = f32x4.sub(f32x4.mul(t, f32x4.splat(6)), f32x4.splat(15))
  return f32x4.mul(t3, f32x4.add(f32x4.mul(t, inner), f32x4.splat(10)))
}

/** Two values that lie side by side, for one lane of offsets and for the next. */
@inline function pairs(table: usize, first: i32, second: i32): v128 {
  return v128.load64_lane(table + (<usize>second << 2), v128.load64_zero(table + (<usize>first << 2)), 1)
}
@inline function lanes01(table: usize, offsets: v128): v128 {
  return pairs(table, i32x4.extract_lane(offsets, 0), i32x4.extract_lane(offsets, 1))
}
@inline function lanes23(table: usize, offsets: v128): v128 {
  return pairs(table, i32x4.extract_lane(offsets, 2), i32x4.extract_lane(offsets, 3))
}

/**
 * Smooth noise in octaves, four of them at once; see `octaves` in core/src/scene/noise.ts.
 *
 * @param table f32, 256 rows of 257 values 0…1.
 */
export function octaves(
  x: f32,
  y: f32,
  seed: i32,
  count: i32,
  footprint: f32,
  table: usize,
): f32 {
  let sum = f32x4.splat(0)
  let weight = f32x4.splat(0)
  let scale = f32x4(1, 2, 4, 8)
  let strength = f32x4(1, 0.5, 0.25, 0.125)
  let seeds = i32x4.add(i32x4.splat(seed), i32x4(0, 101, 202, 303))
  let octave = i32x4(0, 1, 2, 3)
  const half = f32x4.splat(0.5)
  const mask = i32x4.splat(MASK)
  for (let i: i32 = 0; i < count; i += 4) {
    const fades = f32x4.sub(f32x4.splat(1.5), f32x4.mul(f32x4.splat(2 * footprint), scale))
    const keeps = f32x4.min(f32x4.splat(1), f32x4.max(f32x4.splat(0), fades))
    const used = v128.and(
      f32x4.gt(keeps, f32x4.splat(0)),
      i32x4.lt_s(octave, i32x4.splat(count)),
    )
    if (!v128.any_true(used)) break
    const xs = f32x4.mul(f32x4.splat(x), scale)
    const ys = f32x4.mul(f32x4.splat(y), scale)
    const ix = f32x4.floor(xs)
    const iy = f32x4.floor(ys)
    const u = fade(f32x4.sub(xs, ix))
    const v = fade(f32x4.sub(ys, iy))
    const column = i32x4.add(i32x4.trunc_sat_f32x4_s(ix), i32x4.mul(seeds, i32x4.splat(57)))
    const row = i32x4.add(i32x4.trunc_sat_f32x4_s(iy), i32x4.mul(seeds, i32x4.splat(131)))
    const left = v128.and(column, mask)
    const upper = v128.and(row, mask)
    const lower = v128.and(i32x4.add(row, i32x4.splat(1)), mask)
    const top = i32x4.add(i32x4.add(i32x4.shl(upper, BITS), upper), left)
    const bottom = i32x4.add(i32x4.add(i32x4.shl(lower, BITS), lower), left)
    const top01 = lanes01(table, top)
    const top23 = lanes23(table, top)
    const low01 = lanes01(table, bottom)
    const low23 = lanes23(table, bottom)
    const a = v128.shuffle<i32>(top01, top23, 0, 2, 4, 6)
    const b = v128.shuffle<i32>(top01, top23, 1, 3, 5, 7)
    const c = v128.shuffle<i32>(low01, low23, 0, 2, 4, 6)
    const d = v128.shuffle<i32>(low01, low23, 1, 3, 5, 7)
    const upperValue = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), u))
    const lowerValue = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), u))
    const value = f32x4.add(upperValue, f32x4.mul(f32x4.sub(lowerValue, upperValue), v))
    const kept = f32x4.add(half, f32x4.mul(keeps, f32x4.sub(value, half)))
    const share = v128.and(strength, used)
    sum = f32x4.add(sum, f32x4.mul(share, kept))
    weight = f32x4.add(weight, share)
    scale = f32x4.mul(scale, f32x4.splat(16))
    strength = f32x4.mul(strength, f32x4.splat(0.0625))
    seeds = i32x4.add(seeds, i32x4.splat(404))
    octave = i32x4.add(octave, i32x4.splat(4))
  }
  const all = total(weight)
  return all == 0 ? 0.5 : total(sum) / all
}

@inline function total(v: v128): f32 {
  return (
    f32x4.extract_lane(v, 0) +
    f32x4.extract_lane(v, 1) +
    (f32x4.extract_lane(v, 2) + f32x4.extract_lane(v, 3))
  )
}
