import { floatsAt, kernels, reserve } from '../../kernels'

/**
 * A mixture of Gaussians over Lab colours, packed for speed. Per component ten numbers: log of
 * weight ÷ normaliser, the mean (3), and the inverse covariance (xx, yy, zz, 2xy, 2xz, 2yz).
 */
export interface Mixture {
  readonly count: number
  readonly packed: Float64Array
}

const STRIDE = 10
const LOG_2PI_3 = 3 * Math.log(2 * Math.PI)
/** Lab² added to each variance, so that a flat colour does not become a spike. */
const VARIANCE_FLOOR = 1.0
const ROUNDS = 8
const NEGLIGIBLE_LOG = -25
/** Colours that the kernel is given at once. */
const AT_ONCE = 4096

/**
 * Fits a mixture to Lab colours (three numbers a sample) by expectation maximisation from a
 * deterministic farthest-point start. Fewer samples than components give fewer components; none
 * give a mixture that is −∞ everywhere.
 *
 * Source: Dempster, Laird & Rubin 1977, Maximum likelihood from incomplete data via the EM algorithm.
 */
export function fitMixture(samples: Float32Array, wanted: number): Mixture {
  const n = samples.length / 3
  const count = Math.min(wanted, n)
  const packed = new Float64Array(count * STRIDE)
  if (count === 0) return { count, packed }
  const centres = farthestPoints(samples, n, count)
  const share = new Float64Array(n * count)
  nearestShares(samples, n, centres, count, share)
  for (let round = 0; round < ROUNDS; round++) {
    maximise(samples, n, share, count, packed)
    if (round < ROUNDS - 1) expect(samples, n, { count, packed }, share)
  }
  return { count, packed }
}

/**
 * The density at each of a row of Lab colours, three numbers each, per Lab³; components below e⁻²⁵ are left out. Good to a
 * hundred-thousandth of itself.
 */
export function densitiesAt({ count, packed }: Mixture, colours: Float32Array): Float32Array {
  const pixels = colours.length / 3
  const densities = new Float32Array(pixels)
  const [from, mixture, to] = reserve(AT_ONCE * 12, packed.length * 4, AT_ONCE * 4) as [
    number,
    number,
    number,
  ] // one offset for each length
  floatsAt(mixture, packed.length).set(packed)
  for (let first = 0; first < pixels; first += AT_ONCE) {
    const some = Math.min(AT_ONCE, pixels - first)
    floatsAt(from, some * 3).set(colours.subarray(first * 3, (first + some) * 3))
    kernels.densities(from, some, mixture, count, NEGLIGIBLE_LOG, to)
    densities.set(floatsAt(to, some), first)
  }
  return densities
}

function componentLog(packed: Float64Array, p: number, l: number, a: number, b: number): number {
  const x = l - packed[p + 1]!
  const y = a - packed[p + 2]!
  const z = b - packed[p + 3]!
  const distance =
    x * (packed[p + 4]! * x + packed[p + 7]! * y + packed[p + 8]! * z) +
    y * (packed[p + 5]! * y + packed[p + 9]! * z) +
    packed[p + 6]! * z * z
  return packed[p]! - distance / 2
}

function farthestPoints(s: Float32Array, n: number, count: number): Float64Array {
  const centres = new Float64Array(count * 3)
  const nearest = new Float64Array(n).fill(Infinity)
  let mean: [number, number, number] = [0, 0, 0]
  for (let i = 0; i < n; i++)
    mean = [mean[0] + s[i * 3]! / n, mean[1] + s[i * 3 + 1]! / n, mean[2] + s[i * 3 + 2]! / n]
  centres.set(mean)
  for (let k = 1; k < count; k++) {
    let far = 0
    for (let i = 0; i < n; i++) {
      const c = (k - 1) * 3
      const d =
        (s[i * 3]! - centres[c]!) ** 2 +
        (s[i * 3 + 1]! - centres[c + 1]!) ** 2 +
        (s[i * 3 + 2]! - centres[c + 2]!) ** 2
      if (d < nearest[i]!) nearest[i] = d
      if (nearest[i]! > nearest[far]!) far = i
    }
    centres.set(s.subarray(far * 3, far * 3 + 3), k * 3)
  }
  return centres
}

function nearestShares(
  s: Float32Array,
  n: number,
  centres: Float64Array,
  count: number,
  share: Float64Array,
): void {
  for (let i = 0; i < n; i++) {
    let best = 0
    let least = Infinity
    for (let k = 0; k < count; k++) {
      const d =
        (s[i * 3]! - centres[k * 3]!) ** 2 +
        (s[i * 3 + 1]! - centres[k * 3 + 1]!) ** 2 +
        (s[i * 3 + 2]! - centres[k * 3 + 2]!) ** 2
      if (d < least) {
        least = d
        best = k
      }
    }
    share[i * count + best] = 1
  }
}

function expect(s: Float32Array, n: number, { count, packed }: Mixture, share: Float64Array): void {
  for (let i = 0, first = 0; i < n; i++, first += count) {
    const l = s[i * 3]!
    const a = s[i * 3 + 1]!
    const b = s[i * 3 + 2]!
    let most = -Infinity
    for (let k = 0; k < count; k++) {
      const log = componentLog(packed, k * STRIDE, l, a, b)
      share[first + k] = log
      if (log > most) most = log
    }
    let sum = 0
    for (let k = 0; k < count; k++) {
      const relative = Math.exp(share[first + k]! - most)
      share[first + k] = relative
      sum += relative
    }
    for (let k = 0; k < count; k++) share[first + k]! /= sum
  }
}

function maximise(
  s: Float32Array,
  n: number,
  share: Float64Array,
  count: number,
  packed: Float64Array,
): void {
  for (let k = 0; k < count; k++) {
    let w = 1e-9
    let ml = 0
    let ma = 0
    let mb = 0
    for (let i = 0; i < n; i++) {
      const r = share[i * count + k]!
      w += r
      ml += r * s[i * 3]!
      ma += r * s[i * 3 + 1]!
      mb += r * s[i * 3 + 2]!
    }
    ml /= w
    ma /= w
    mb /= w
    let ll = 0
    let aa = 0
    let bb = 0
    let la = 0
    let lb = 0
    let ab = 0
    for (let i = 0; i < n; i++) {
      const r = share[i * count + k]!
      if (r < 1e-6) continue
      const x = s[i * 3]! - ml
      const y = s[i * 3 + 1]! - ma
      const z = s[i * 3 + 2]! - mb
      ll += r * x * x
      aa += r * y * y
      bb += r * z * z
      la += r * x * y
      lb += r * x * z
      ab += r * y * z
    }
    const xx = ll / w + VARIANCE_FLOOR
    const yy = aa / w + VARIANCE_FLOOR
    const zz = bb / w + VARIANCE_FLOOR
    const xy = la / w
    const xz = lb / w
    const yz = ab / w
    const det = xx * (yy * zz - yz * yz) - xy * (xy * zz - yz * xz) + xz * (xy * yz - yy * xz)
    const p = k * STRIDE
    packed[p] = Math.log(w / n) - 0.5 * (LOG_2PI_3 + Math.log(det))
    packed[p + 1] = ml
    packed[p + 2] = ma
    packed[p + 3] = mb
    packed[p + 4] = (yy * zz - yz * yz) / det
    packed[p + 5] = (xx * zz - xz * xz) / det
    packed[p + 6] = (xx * yy - xy * xy) / det
    packed[p + 7] = (2 * (xz * yz - xy * zz)) / det
    packed[p + 8] = (2 * (xy * yz - xz * yy)) / det
    packed[p + 9] = (2 * (xy * xz - xx * yz)) / det
  }
}
