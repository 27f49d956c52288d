import {
  linearRaster,
  resampleLinear,
  softenInterleaved,
  type LinearRgba,
  type PlaneF32,
  type Size,
} from '../raster'
import { GLOSS, HEIGHT, leafLight, LOOKS, type SurfaceValues } from './materials'
import { between, coarse } from './coarse'
import { drops } from './drops'
import { hash01, octaves } from './noise'
import { depthAt, DEPTH, smooth } from './perspective'
import type { SceneSpec } from './spec'

/** A wall stands so far behind that its surface looks so many times as fine. */
const WALL_SCALE = 1.35
/** Height of the light over the floor, as the sine of its angle. */
const LIGHT_HEIGHT = 0.62
/** Where nobody says what stands where, so much of the floor, from the horizon, lies far. */
const FAR_01 = 0.5
/** From here on light is bent towards white. */
const SHOULDER = 0.75
/** How much brighter it is about the horizon where light comes from behind. */
const GLOW = 0.4
/** A picture is blurred at a size at which the blur reaches so many pixels. */
const BLURRED_AT = 4
/** Above the horizon of an endless floor nothing is told apart; below it, it comes out over this share. */
const ENDLESS_01 = 0.3

/** The parts of a scene as they are worked out, before light falls on them. */
interface Parts {
  /** Colour, three values a pixel. */
  readonly colour: Float32Array
  readonly height: Float32Array
  readonly gloss: Float32Array
}

/**
 * A scene to stand a product in: floor and wall, or an endless floor, in light that comes from somewhere.
 *
 * @returns opaque linear light; the same for the same size and spec, on every host.
 */
export function paintScene(
  size: Size,
  spec: SceneSpec,
  checkpoint?: (done01: number) => void,
): LinearRgba {
  const parts = surfaces(size, spec, checkpoint)
  const picture = lit(size, spec, parts)
  mirror(picture, spec, parts)
  return deepen(picture, spec)
}

function surfaces(
  { width, height }: Size,
  spec: SceneSpec,
  checkpoint?: (done01: number) => void,
): Parts {
  const count = width * height
  const parts: Parts = {
    colour: new Float32Array(count * 3),
    height: new Float32Array(count),
    gloss: new Float32Array(count),
  }
  const { floor, wall, horizon01: horizon, seed } = spec
  const aspect = width / height
  const pixel = 1 / height
  const plain = spec.wall === null ? plainColour(spec) : null
  const out: SurfaceValues = new Float64Array(5)
  for (let y = 0; y < height; y++) {
    if (y % 64 === 0) checkpoint?.(y / height)
    const v = (y + 0.5) / height
    const isFloor = v > horizon || plain !== null
    const depth = depthAt(Math.max(v, horizon + (plain ? 0.03 : 0)), horizon)
    const along = (DEPTH * pixel * depth * depth) / (1 - horizon)
    // Halfway between what is covered across and along: the one glitters, the other smears.
    const footprint = isFloor ? Math.sqrt(pixel * depth * along) : pixel * WALL_SCALE
    const clear = plain ? smooth((v - horizon) / ENDLESS_01) : 1
    for (let x = 0; x < width; x++) {
      const i = y * width + x
      const across = (x + 0.5) / height - aspect / 2
      if (clear === 0) out.fill(0)
      else if (isFloor) LOOKS[floor](across * depth, DEPTH * depth, footprint, seed, out)
      else LOOKS[wall ?? floor](across * WALL_SCALE, v * WALL_SCALE, footprint, seed + 500, out)
      for (let c = 0; c < 3; c++) {
        const own = out[c]!
        parts.colour[i * 3 + c] = plain ? plain[c]! + (own - plain[c]!) * clear : own
      }
      parts.height[i] = out[HEIGHT]! * clear
      parts.gloss[i] = isFloor ? out[GLOSS]! * clear : 0
    }
  }
  return parts
}

/** What a floor comes to where nothing of it can be told apart. */
function plainColour({ floor, seed }: SceneSpec): readonly [number, number, number] {
  let [red, green, blue] = [0, 0, 0]
  const out: SurfaceValues = new Float64Array(5)
  const rounds = 64
  for (let k = 0; k < rounds; k++) {
    const [u, v] = [hash01(k, 1, seed) * 8, hash01(k, 2, seed) * 8]
    LOOKS[floor](u, v, 0.002, seed, out)
    red += out[0]! / rounds
    green += out[1]! / rounds
    blue += out[2]! / rounds
  }
  return [red, green, blue]
}

/** Light that falls on the surfaces: by their slopes, fading across the scene, through leaves, in its own colour. */
function lit(
  { width, height }: Size,
  spec: SceneSpec,
  { colour, height: heights }: Parts,
): LinearRgba {
  const picture = linearRaster({ width, height })
  const leaves = spec.leaves01 > 0 ? leafPlane({ width, height }, spec) : null
  const { horizon01: horizon, tint, warmth, leaves01, wall } = spec
  const angle = (spec.lightDeg * Math.PI) / 180
  const [toLight, toBack] = [Math.cos(angle), Math.sin(angle)]
  const flat = Math.sqrt(1 - LIGHT_HEIGHT * LIGHT_HEIGHT)
  const bright = 2 ** spec.lightEv
  const warm = [1 + 0.2 * warmth, 1 + 0.02 * warmth, 1 - 0.26 * warmth]
  const of = tint.map((share, c) => share * warm[c]!)
  for (let y = 0; y < height; y++) {
    const v = (y + 0.5) / height
    const isWall = v <= horizon && wall !== null
    const depth = isWall ? 1 : depthAt(Math.max(v, horizon + 0.02), horizon)
    const acrossPx = (isWall ? WALL_SCALE : depth) / height
    const alongPx = isWall ? WALL_SCALE / height : (DEPTH * depth * depth) / (1 - horizon) / height
    const [above, below] = [Math.max(0, y - 1), Math.min(height - 1, y + 1)]
    const glow = 1 + GLOW * Math.max(0, toBack) * Math.exp(-(((v - horizon) / 0.3) ** 2))
    const falls = glow - 0.22 * (v - 0.6) ** 2
    const crease = wall !== null && !isWall ? 1 - 0.2 * Math.exp(-(v - horizon) / 0.035) : 1
    for (let x = 0; x < width; x++) {
      const i = y * width + x
      const [left, right] = [Math.max(0, x - 1), Math.min(width - 1, x + 1)]
      const slopeX =
        (heights[y * width + right]! - heights[y * width + left]!) / ((right - left) * acrossPx)
      const slopeY =
        (heights[above * width + x]! - heights[below * width + x]!) / ((below - above) * alongPx)
      // A slope that faces the light is brighter; a wall is faced by what comes from the camera's side.
      const facing = isWall
        ? 0.72 + 0.28 * flat - (slopeX * toLight + slopeY * 0.8) * 0.5
        : LIGHT_HEIGHT - (slopeX * toLight + slopeY * toBack) * flat
      const steep = slopeX * slopeX + slopeY * slopeY
      const shade =
        Math.min(2.2, Math.max(0.08, isWall ? facing * 0.85 : facing / LIGHT_HEIGHT)) /
        Math.sqrt(1 + 0.5 * steep)
      const at = (x + 0.5) / width - 0.5
      const pool = falls + 0.44 * toLight * at - 0.22 * at * at
      const leaf = leaves ? 1 - leaves01 * 0.62 * (1 - between(leaves, x, y)) : 1
      const light = bright * shade * pool * leaf * crease
      for (let c = 0; c < 3; c++)
        picture.data[i * 4 + c] = shouldered(colour[i * 3 + c]! * of[c]! * light)
      picture.data[i * 4 + 3] = 1
    }
  }
  return picture
}

/** Light through leaves, 1 to 0. */
const leafPlane = (size: Size, { horizon01: horizon, seed, wall }: SceneSpec): PlaneF32 =>
  coarse(size, (across, v) => {
    const lies = wall !== null && v <= horizon ? 0 : v - horizon
    return leafLight(across * 1.1 + 0.7 * lies, v, seed + 900)
  })

/** How deep water stands on a wet floor, 0 to 1. */
const puddlePlane = (size: Size, { horizon01: horizon, seed, wet01 }: SceneSpec): PlaneF32 =>
  coarse(size, (across, v) => {
    const depth = depthAt(Math.max(v, horizon + 0.01), horizon)
    const level = octaves(across * depth * 2.6, DEPTH * depth * 2.6, seed + 40, 3, 0.004)
    return wet01 * smooth(3.2 * (level - 0.42 + 0.25 * wet01))
  })

/** Bright light is bent towards white instead of being cut off there. */
const shouldered = (light: number): number =>
  light <= SHOULDER
    ? light
    : SHOULDER + (1 - SHOULDER) * (1 - Math.exp((SHOULDER - light) / (1 - SHOULDER)))

/** What is wet or polished mirrors what stands behind it, and bears drops. */
function mirror(picture: LinearRgba, spec: SceneSpec, { height: heights, gloss }: Parts): void {
  const { width, height, data } = picture
  const { horizon01: horizon, wet01, floor } = spec
  const first = Math.ceil(horizon * height)
  const puddles = wet01 > 0 ? puddlePlane(picture, spec) : null
  const behind = averagesAbove(picture, first, spec)
  const angle = (spec.lightDeg * Math.PI) / 180
  const [toLight, toBack] = [Math.cos(angle), Math.sin(angle)]
  for (let y = first; y < height; y++) {
    const v = (y + 0.5) / height
    const depth = depthAt(v, horizon)
    const low = (v - horizon) / (1 - horizon)
    // The flatter one looks along it, the more a surface mirrors (Schlick 1994).
    const grazing = 0.06 + 0.94 * (1 - Math.min(1, 0.25 + 0.75 * low)) ** 2.2
    for (let x = 0; x < width; x++) {
      const i = y * width + x
      const puddle = puddles ? between(puddles, x, y) : 0
      const shine = Math.max(gloss[i]!, 0.85 * puddle)
      if (shine <= 0.03) continue
      const slope = ((heights[i]! - heights[Math.max(0, i - width)]!) * height) / depth
      const from = Math.min(
        1,
        Math.max(0, 1 - low * 0.9 - slope * (floor === 'water' ? 0.9 : 0.25) * (1 - 0.8 * puddle)),
      )
      const row = Math.min(first - 1, Math.max(0, Math.round(from * (first - 1))))
      const share = Math.min(0.95, shine * (grazing + 0.18 * shine))
      const darker = 1 - 0.3 * puddle
      for (let c = 0; c < 3; c++) {
        const own = data[i * 4 + c]! * darker
        data[i * 4 + c] = own + (behind[row * 3 + c]! - own) * share
      }
    }
  }
  if (wet01 > 0) drops(picture, spec, first, toLight, toBack)
}

/** What a mirror shows of each row above the horizon: its mean, and the light over it. */
function averagesAbove(
  { width, data }: LinearRgba,
  rows: number,
  { lightEv, warmth }: SceneSpec,
): Float32Array {
  const means = new Float32Array(Math.max(1, rows) * 3)
  const sky = 0.55 * 2 ** lightEv
  const warm = [1 + 0.2 * warmth, 1, 1 - 0.26 * warmth]
  for (let y = 0; y < rows; y++) {
    const up = 1 - y / rows
    for (let c = 0; c < 3; c++) {
      let sum = 0
      for (let x = 0; x < width; x++) sum += data[(y * width + x) * 4 + c]!
      // Higher than the picture reaches there is the light itself.
      means[y * 3 + c] = (sum / width) * (1 - 0.5 * up) + sky * warm[c]! * 0.5 * up
    }
  }
  return means
}

/** Blurs what lies far: the wall, and the floor towards it. */
function deepen(
  picture: LinearRgba,
  { horizon01: horizon, base01, blur01 }: SceneSpec,
): LinearRgba {
  const { width, height, data } = picture
  const radius = Math.round(blur01 * height)
  if (radius < 1) return picture
  // Sharp where a product stands, and from there towards the camera.
  const far01 = base01 === null ? FAR_01 : (base01 - horizon) / (1 - horizon)
  const rows = Math.min(height, Math.ceil((horizon + far01 * (1 - horizon)) * height))
  const soft = softened(picture, rows, radius).data
  for (let y = 0; y < rows; y++) {
    const low = ((y + 0.5) / height - horizon) / (1 - horizon)
    const share = low <= 0 ? 1 : 1 - smooth(low / far01)
    for (let p = y * width * 4; p < (y + 1) * width * 4; p++)
      data[p] = data[p]! + (soft[p]! - data[p]!) * share
  }
  return picture
}

/** The upper rows of a picture, blurred; at a smaller size, since nothing fine is left. */
function softened({ width, data }: LinearRgba, rows: number, radius: number): LinearRgba {
  const step = Math.max(1, Math.floor(radius / BLURRED_AT))
  const far = linearRaster({ width, height: rows }, data.slice(0, rows * width * 4))
  const small = linearRaster({ width: Math.ceil(width / step), height: Math.ceil(rows / step) })
  const all = { x: 0, y: 0 }
  if (step > 1) resampleLinear(far, { ...all, width, height: rows }, small)
  const soft = step > 1 ? small : far
  softenInterleaved(
    soft.data,
    soft.width,
    soft.height,
    4,
    radius / step,
    new Float32Array(soft.data.length),
  )
  if (step > 1) resampleLinear(small, { ...all, width: small.width, height: small.height }, far)
  return far
}
