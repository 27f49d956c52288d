import { daylightXy, xyzOfRgb, type Rgb } from '../../raster'

/** How far in u′v′ something grey may lie from the lights that one photographs in. */
const NEAR = 0.03
/** Temperatures at which the locus is looked at, in kelvin: glowing lamps, then daylight. */
const LAMPS = [1900, 2200, 2500, 2800, 3100, 3400, 3700, 4000] as const
const DAYLIGHTS = [4000, 4500, 5000, 5500, 6000, 6500, 7500, 9000, 12_000, 18_000, 25_000] as const

/**
 * Whether linear light can be that of something grey, however warm or cold its light was: by its distance
 * from the locus of glowing lamps and of daylight, in CIE 1976 u′v′, with the camera set for D65.
 */
export function isPlausibleLight(linear: Rgb): boolean {
  const [x, y, z] = xyzOfRgb(linear)
  const sum = x + y + z
  if (sum <= 0) return false
  const here = uv(x / sum, y / sum)
  return LOCUS.slice(1).some((to, i) => distanceToPiece(here, LOCUS[i]!, to) <= NEAR)
}

type Chromaticity = readonly [u: number, v: number]

const uv = (x: number, y: number): Chromaticity => {
  const scale = -2 * x + 12 * y + 3
  return [(4 * x) / scale, (9 * y) / scale]
}

/**
 * CIE xy of a black body of 1667 to 4000 K.
 *
 * Source: Kim et al. 2002, Color temperature conversion system and method using the same (cubic splines).
 */
function blackBodyXy(kelvin: number): readonly [x: number, y: number] {
  const t = 1000 / kelvin
  const x = -0.2661239 * t ** 3 - 0.234358 * t ** 2 + 0.8776956 * t + 0.17991
  const y =
    kelvin <= 2222
      ? -1.1063814 * x ** 3 - 1.3481102 * x ** 2 + 2.18555832 * x - 0.20219683
      : -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867
  return [x, y]
}

const LOCUS: readonly Chromaticity[] = [
  ...LAMPS.map((kelvin) => uv(...blackBodyXy(kelvin))),
  ...DAYLIGHTS.map((kelvin) => uv(...daylightXy(kelvin))),
]

function distanceToPiece(
  [u, v]: Chromaticity,
  [au, av]: Chromaticity,
  [bu, bv]: Chromaticity,
): number {
  const [du, dv] = [bu - au, bv - av]
  const length2 = du * du + dv * dv
  const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((u - au) * du + (v - av) * dv) / length2))
  return Math.hypot(u - au - t * du, v - av - t * dv)
}
