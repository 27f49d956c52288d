import { defineNote } from '../../memory'
import { lookAt, spreadProbability, type Finder } from '../../networks'
import {
  fitInside,
  LINEAR,
  luminance,
  pixelsOf,
  planeF32,
  resamplePlane,
  type Box01,
  type LinearRgba,
  type PlaneF32,
} from '../../raster'
import type { Source } from '../../source'

/** What takes the unevenness out of a backdrop, over the whole photograph. */
export interface Flatten {
  /** Factor of linear light for backdrop; a small plane. */
  readonly gain: PlaneF32
  /** Probability (0…1) of product, for where no matte says it; a small plane. */
  readonly product: PlaneF32
  readonly strength01: number
}

/** Longer side of the picture that the surface is fitted on, and of the plane of gains, in pixels. */
const WORK_SIDE_PX = 192
const GAIN_SIDE_PX = 48
/** Pixels less likely than this to be product are backdrop. */
const SURE_BACKDROP = 0.08
/** Pixels further than this from the surface are shadow or texture, not the backdrop's fall-off. */
const STRAY_EV = 0.3
const ROUNDS = 3
/** The surface's brightness at this rank of the backdrop is what all of it is brought to. */
const TARGET_RANK = 0.75
const MAX_EV = 1
/** Too little backdrop to go by, as a share of the frame. */
const MIN_BACKDROP = 0.08
const TERMS = 6

/**
 * Fits a smooth surface to the backdrop's brightness: a quadratic in both directions, in stops, by
 * least squares with strays left out in rounds. Null where there is too little backdrop.
 */
export async function planFlatten(
  source: Source,
  strength01: number,
  finder: Finder,
): Promise<Flatten | null> {
  // A strength that changes fits none anew.
  const fitted = await source.memory.later(source, FITTED, () => fit(source, finder))
  return fitted && { ...fitted, strength01 }
}

type Fitted = Omit<Flatten, 'strength01'>

const FITTED = defineNote<Promise<Fitted | null>>('fitted backdrop')

async function fit(source: Source, finder: Finder): Promise<Fitted | null> {
  const work = source.reduced(WORK_SIDE_PX)
  const { map } = await lookAt(source, finder)
  const product = spreadProbability(map, work)
  const surface = fitSurface(work, product)
  if (!surface) return null
  const gain = planeF32(fitInside(source.size, GAIN_SIDE_PX))
  for (let y = 0, i = 0; y < gain.height; y++)
    for (let x = 0; x < gain.width; x++, i++) {
      const ev = surface.target - surface.at((x + 0.5) / gain.width, (y + 0.5) / gain.height)
      gain.data[i] = 2 ** Math.min(MAX_EV, Math.max(-MAX_EV, ev))
    }
  return { gain, product }
}

/**
 * Multiplies the backdrop of a picture of the whole photograph, or of a window of it, by the gains.
 *
 * @param window of the photograph.
 * @param product what is product in the picture (0…1); by default what the finder thinks.
 */
export function applyFlatten(
  picture: LinearRgba,
  { gain, product: likely, strength01 }: Flatten,
  window: Box01,
  product: PlaneF32 | null,
): void {
  const over = (plane: PlaneF32): PlaneF32 =>
    resamplePlane(plane, pixelsOf(window, plane), planeF32(picture), LINEAR)
  const gains = over(gain)
  const kept = product ?? over(likely)
  const { data } = picture
  for (let i = 0, p = 0; i < kept.data.length; i++, p += 4) {
    const backdrop = 1 - Math.min(1, Math.max(0, kept.data[i]!))
    const factor = 1 + (gains.data[i]! - 1) * backdrop * strength01
    data[p]! *= factor
    data[p + 1]! *= factor
    data[p + 2]! *= factor
  }
}

interface Surface {
  /** Brightness in stops at a place, as fractions of the sides. */
  readonly at: (x: number, y: number) => number
  readonly target: number
}

const terms = (x: number, y: number): readonly number[] => [1, x, y, x * x, x * y, y * y]

function fitSurface(picture: LinearRgba, product: PlaneF32): Surface | null {
  const { width, height, data } = picture
  const samples: { basis: readonly number[]; ev: number }[] = []
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (product.data[i]! > SURE_BACKDROP) continue
      const light = luminance([data[i * 4]!, data[i * 4 + 1]!, data[i * 4 + 2]!])
      const basis = terms((x + 0.5) / width, (y + 0.5) / height)
      samples.push({ basis, ev: Math.log2(Math.max(light, 1e-4)) })
    }
  const least = MIN_BACKDROP * width * height
  let used = samples
  let weights: readonly number[] | null = null
  const valueOf = (basis: readonly number[]): number =>
    basis.reduce((sum, term, k) => sum + term * (weights?.[k] ?? 0), 0)
  for (let round = 0; round < ROUNDS; round++) {
    if (used.length < least) return null
    weights = leastSquares(used)
    if (!weights) return null
    used = samples.filter(({ basis, ev }) => Math.abs(ev - valueOf(basis)) < STRAY_EV)
  }
  const levels = Float32Array.from(used, ({ basis }) => valueOf(basis)).sort()
  const target = levels[Math.floor(levels.length * TARGET_RANK)]
  if (target === undefined) return null
  return { at: (x, y) => valueOf(terms(x, y)), target }
}

/** Solves the normal equations by elimination with pivoting; null where they are singular. */
function leastSquares(
  samples: readonly { basis: readonly number[]; ev: number }[],
): number[] | null {
  const rows = Array.from({ length: TERMS }, () => new Float64Array(TERMS + 1))
  for (const { basis, ev } of samples)
    for (let i = 0; i < TERMS; i++) {
      for (let j = 0; j < TERMS; j++) rows[i]![j]! += basis[i]! * basis[j]!
      rows[i]![TERMS]! += basis[i]! * ev
    }
  for (let i = 0; i < TERMS; i++) {
    let pivot = i
    for (let r = i + 1; r < TERMS; r++)
      if (Math.abs(rows[r]![i]!) > Math.abs(rows[pivot]![i]!)) pivot = r
    if (Math.abs(rows[pivot]![i]!) < 1e-9) return null
    ;[rows[i], rows[pivot]] = [rows[pivot]!, rows[i]!]
    for (let r = 0; r < TERMS; r++) {
      if (r === i) continue
      const factor = rows[r]![i]! / rows[i]![i]!
      for (let c = i; c <= TERMS; c++) rows[r]![c]! -= factor * rows[i]![c]!
    }
  }
  return rows.map((row, i) => row[TERMS]! / row[i]!)
}
