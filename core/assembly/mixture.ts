const LOG2_E: f32 = 1.44269504
/** Floats of a component: see `Mixture` in core/src/steps/cut/mixture.ts. */
const STRIDE: usize = 10 << 2

/** e to the power of x, to a few millionths of itself; x from −80 to 80. */
@inline function exp(x: v128): v128 {
  const power = f32x4.mul(x, f32x4.splat(LOG2_E))
  const whole = f32x4.nearest(power)
  // 2 to the power of what is left, −½ … ½: its Taylor series, powers of ln 2 over factorials.
  const rest = f32x4.sub(power, whole)
  let series = f32x4.splat(0.00133335581)
  series = f32x4.add(f32x4.mul(series, rest), f32x4.splat(0.00961812911))
  series = f32x4.add(f32x4.mul(series, rest), f32x4.splat(0.0555041087))
  series = f32x4.add(f32x4.mul(series, rest), f32x4.splat(0.240226507))
  series = f32x4.add(f32x4.mul(series, rest), f32x4.splat(0.693147181))
  series = f32x4.add(f32x4.mul(series, rest), f32x4.splat(1))
  return i32x4.add(series, i32x4.shl(i32x4.trunc_sat_f32x4_s(whole), 23))
}

@inline function splat(at: usize, k: usize): v128 {
  return v128.load32_splat(at + (k << 2))
}

/** One of three interleaved channels, for four pixels. */
@inline function channel(colours: usize, c: usize): v128 {
  const at = colours + (c << 2)
  return f32x4(load<f32>(at), load<f32>(at, 12), load<f32>(at, 24), load<f32>(at, 36))
}

/**
 * The density of a mixture of Gaussians at each of a row of colours, four at once; see `densitiesAt` in
 * core/src/steps/cut/mixture.ts.
 *
 * @param colours f32, three a pixel.
 * @param mixture f32, ten a component.
 * @param least   natural log of a component's density below which it is left out.
 * @param dst     f32, one a pixel.
 */
export function densities(
  colours: usize,
  pixels: i32,
  mixture: usize,
  components: i32,
  least: f32,
  dst: usize,
): void {
  const floor = f32x4.splat(least)
  const half = f32x4.splat(0.5)
  for (let i: i32 = 0; i < pixels; i += 4) {
    const l = channel(colours, 0)
    const a = channel(colours, 1)
    const b = channel(colours, 2)
    let sum = f32x4.splat(0)
    let p = mixture
    for (let k: i32 = 0; k < components; k++, p += STRIDE) {
      const x = f32x4.sub(l, splat(p, 1))
      const y = f32x4.sub(a, splat(p, 2))
      const z = f32x4.sub(b, splat(p, 3))
      const ofX = f32x4.add(
        f32x4.add(f32x4.mul(splat(p, 4), x), f32x4.mul(splat(p, 7), y)),
        f32x4.mul(splat(p, 8), z),
      )
      const ofY = f32x4.add(f32x4.mul(splat(p, 5), y), f32x4.mul(splat(p, 9), z))
      const ofZ = f32x4.mul(splat(p, 6), z)
      const distance = f32x4.add(
        f32x4.add(f32x4.mul(x, ofX), f32x4.mul(y, ofY)),
        f32x4.mul(z, ofZ),
      )
      const log = f32x4.sub(splat(p, 0), f32x4.mul(distance, half))
      const counts = f32x4.gt(log, floor)
      if (!v128.any_true(counts)) continue
      sum = f32x4.add(sum, v128.and(exp(f32x4.max(log, floor)), counts))
    }
    v128.store(dst, sum)
    colours += 48
    dst += 16
  }
}
