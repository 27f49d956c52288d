// Compiled by AssemblyScript, not by the project's TypeScript. Pointers are byte addresses in the
// module's memory; the caller owns all of it. Nothing here allocates or checks bounds.

/** sRGB bytes RGBA to linear, premultiplied floats through a table of 256 floats. */
export function linearRow(src: usize, dst: usize, pixels: i32, table: usize): void {
  const end = src + (<usize>pixels << 2)
  for (; src < end; src += 4, dst += 16) {
    const pixel = load<u32>(src)
    const r = load<f32>(table + <usize>((pixel << 2) & 1020))
    const g = load<f32>(table + <usize>((pixel >>> 6) & 1020))
    const b = load<f32>(table + <usize>((pixel >>> 14) & 1020))
    const alpha = pixel >>> 24
    // Nearly every pixel is opaque, and a division costs more than the rest.
    const share: f32 = alpha == 255 ? 1 : <f32>alpha / 255
    if (alpha == 255) {
      store<f32>(dst, r)
      store<f32>(dst, g, 4)
      store<f32>(dst, b, 8)
    } else {
      store<f32>(dst, r * share)
      store<f32>(dst, g * share, 4)
      store<f32>(dst, b * share, 8)
    }
    store<f32>(dst, share, 12)
  }
}

/**
 * Means of blocks of `side` × `side` pixels, from as many rows of linear floats that lie one behind the
 * other, `rowBytes` apart.
 */
export function boxRow(src: usize, rowBytes: i32, side: i32, dst: usize, pixels: i32): void {
  const share = f32x4.splat(1 / <f32>(side * side))
  for (let x: i32 = 0; x < pixels; x++) {
    let sum = f32x4.splat(0)
    let row = src
    for (let y: i32 = 0; y < side; y++, row += rowBytes)
      for (let i: i32 = 0; i < side; i++) sum = f32x4.add(sum, v128.load(row + (<usize>i << 4)))
    v128.store(dst, f32x4.mul(sum, share))
    src += <usize>side << 4
    dst += 16
  }
}

/** Filters one row of RGBA floats along x: `taps` weights for each of `width` results. */
export function filterRow4(
  src: usize,
  dst: usize,
  width: i32,
  taps: i32,
  starts: usize,
  weights: usize,
): void {
  const fours = taps >> 2
  const rest = taps & 3
  for (let x: i32 = 0; x < width; x++) {
    // Two sums: one alone would wait for each addition before the next.
    let even = f32x4.splat(0)
    let odd = f32x4.splat(0)
    let from = src + ((<usize>load<i32>(starts)) << 4)
    for (let t: i32 = 0; t < fours; t++, from += 64, weights += 16) {
      even = f32x4.add(even, f32x4.mul(v128.load(from), v128.load32_splat(weights)))
      odd = f32x4.add(odd, f32x4.mul(v128.load(from, 16), v128.load32_splat(weights, 4)))
      even = f32x4.add(even, f32x4.mul(v128.load(from, 32), v128.load32_splat(weights, 8)))
      odd = f32x4.add(odd, f32x4.mul(v128.load(from, 48), v128.load32_splat(weights, 12)))
    }
    for (let t: i32 = 0; t < rest; t++, from += 16, weights += 4)
      even = f32x4.add(even, f32x4.mul(v128.load(from), v128.load32_splat(weights)))
    v128.store(dst, f32x4.add(even, odd))
    starts += 4
    dst += 16
  }
}

/** `filterRow4` for rows of one float a pixel. */
export function filterRow1(
  src: usize,
  dst: usize,
  width: i32,
  taps: i32,
  starts: usize,
  weights: usize,
): void {
  const fours = taps >> 2
  const rest = taps & 3
  for (let x: i32 = 0; x < width; x++) {
    let sums = f32x4.splat(0)
    let from = src + ((<usize>load<i32>(starts)) << 2)
    for (let t: i32 = 0; t < fours; t++, from += 16, weights += 16)
      sums = f32x4.add(sums, f32x4.mul(v128.load(from), v128.load(weights)))
    let sum =
      f32x4.extract_lane(sums, 0) +
      f32x4.extract_lane(sums, 1) +
      (f32x4.extract_lane(sums, 2) + f32x4.extract_lane(sums, 3))
    for (let t: i32 = 0; t < rest; t++, from += 4, weights += 4)
      sum += load<f32>(from) * load<f32>(weights)
    store<f32>(dst, sum)
    starts += 4
    dst += 4
  }
}

/** Adds `weight` × each of `count` floats (rounded up to a multiple of four) to `dst`. */
export function addRow(src: usize, dst: usize, count: i32, weight: f32): void {
  const factor = f32x4.splat(weight)
  for (let i: i32 = 0; i < count; i += 4) {
    v128.store(dst, f32x4.add(v128.load(dst), f32x4.mul(v128.load(src), factor)))
    src += 16
    dst += 16
  }
}

/** Convolves a row with `taps` weights; the row has taps − 1 more floats than the result. */
export function convolveRow(src: usize, dst: usize, count: i32, taps: i32, weights: usize): void {
  for (let i: i32 = 0; i < count; i += 4) {
    let sum = f32x4.splat(0)
    for (let t: i32 = 0; t < taps; t++) {
      const factor = v128.load32_splat(weights + ((<usize>t) << 2))
      sum = f32x4.add(sum, f32x4.mul(v128.load(src + ((<usize>t) << 2)), factor))
    }
    v128.store(dst, sum)
    src += 16
    dst += 16
  }
}

/**
 * Linear, premultiplied floats to straight sRGB bytes. The table has 4096 bytes, evenly spaced in the
 * square root of light, which is nearly how sRGB spaces them: small enough to stay in the cache.
 */
export function encodeRow(src: usize, dst: usize, pixels: i32, table: usize): void {
  const end = src + (<usize>pixels << 4)
  for (; src < end; src += 16, dst += 4) {
    const colour = v128.load(src)
    const alpha = f32x4.extract_lane(colour, 3)
    if (alpha >= 1) store<u32>(dst, bytesOf(colour, table) | 0xff000000)
    else if (alpha <= 0) store<u32>(dst, 0)
    else {
      const straight = f32x4.div(colour, f32x4.splat(alpha))
      store<u32>(dst, bytesOf(straight, table) | (<u32>(alpha * 255 + 0.5) << 24))
    }
  }
}

/** The same, laid on an opaque colour first; `ground` points at r, g, b, 1, and `groundBytes` is that as bytes. */
export function encodeRowOn(
  src: usize,
  dst: usize,
  pixels: i32,
  table: usize,
  ground: usize,
  groundBytes: u32,
): void {
  const behind = v128.load(ground)
  const end = src + (<usize>pixels << 4)
  for (; src < end; src += 16, dst += 4) {
    const colour = v128.load(src)
    const alpha = f32x4.extract_lane(colour, 3)
    if (alpha >= 1) store<u32>(dst, bytesOf(colour, table) | 0xff000000)
    else if (alpha <= 0) store<u32>(dst, groundBytes)
    else {
      const laid = f32x4.add(colour, f32x4.mul(f32x4.splat(1 - alpha), behind))
      store<u32>(dst, bytesOf(laid, table) | 0xff000000)
    }
  }
}

/** Three bytes of a colour that stands for itself, the fourth 0. */
@inline
function bytesOf(colour: v128, table: usize): u32 {
  const clamped = f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), colour))
  const place = f32x4.add(f32x4.mul(f32x4.sqrt(clamped), f32x4.splat(4095)), f32x4.splat(0.5))
  const index = i32x4.trunc_sat_f32x4_u(place)
  return (
    <u32>load<u8>(table + <usize>i32x4.extract_lane(index, 0)) |
    (<u32>load<u8>(table + <usize>i32x4.extract_lane(index, 1)) << 8) |
    (<u32>load<u8>(table + <usize>i32x4.extract_lane(index, 2)) << 16)
  )
}

/**
 * Weighted sum of rows that lie in a ring: row `start + t` in slot `(start + t) % slots`, for each of
 * `slots` weights. `count` floats, rounded up to a multiple of sixteen.
 */
export function sumRows(
  ring: usize,
  rowBytes: i32,
  slots: i32,
  start: i32,
  weights: usize,
  dst: usize,
  count: i32,
): void {
  const whole = <usize>(slots * rowBytes)
  const first = ring + <usize>((start % slots) * rowBytes)
  for (let i: i32 = 0; i < count; i += 16) {
    const shift = <usize>i << 2
    let a = f32x4.splat(0)
    let b = f32x4.splat(0)
    let c = f32x4.splat(0)
    let d = f32x4.splat(0)
    let row = first + shift
    const end = ring + whole + shift
    for (let t: i32 = 0, at = weights; t < slots; t++, at += 4) {
      const weight = v128.load32_splat(at)
      a = f32x4.add(a, f32x4.mul(v128.load(row), weight))
      b = f32x4.add(b, f32x4.mul(v128.load(row, 16), weight))
      c = f32x4.add(c, f32x4.mul(v128.load(row, 32), weight))
      d = f32x4.add(d, f32x4.mul(v128.load(row, 48), weight))
      row += rowBytes
      if (row >= end) row -= whole
    }
    v128.store(dst + shift, a)
    v128.store(dst + shift, b, 16)
    v128.store(dst + shift, c, 32)
    v128.store(dst + shift, d, 48)
  }
}

/** Lays a premultiplied RGBA row on an opaque colour; `colour` points at r, g, b, 1. */
export function layRow(row: usize, pixels: i32, colour: usize): void {
  const behind = v128.load(colour)
  const one = f32x4.splat(1)
  for (let i: i32 = 0; i < pixels; i++) {
    const front = v128.load(row)
    const alpha = v128.shuffle<f32>(front, front, 3, 3, 3, 3)
    const share = f32x4.pmax(f32x4.splat(0), f32x4.sub(one, alpha))
    v128.store(row, f32x4.add(front, f32x4.mul(share, behind)))
    row += 16
  }
}
