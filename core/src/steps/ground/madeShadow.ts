import { planeF32, softenPlane, type PlaneF32 } from '../../raster'
import { sampled, standingOf } from './standing'

/** How much of its length a shadow has in the picture that falls straight away from the camera. */
const FORESHORTENED = 0.45
/** A shadow that falls to the side has at least this much depth. */
const MIN_DEPTH = 0.22
/** Height of the line of contact, against the product's. */
const CONTACT_HEIGHT = 0.018
/** Of a product that is wider than high its width counts this much for lengths. */
const WIDTH_SHARE = 0.4
/** Blurs that a shadow is mixed of, against the softest. */
const BLURS = [0.1, 0.25, 0.5, 1] as const
/** A shadow grows dark over twice this height about the foot, against the product's. */
const BEGINNING = 0.035
/** The softest blur of full softness, against the product's height. */
const SOFTEST = 0.16

/** How a made shadow falls; shares are 0…1. */
export interface ShadowShape {
  readonly strength: number
  readonly contact: number
  /** Where it falls: 0 to the right, 90 away from the camera, counterclockwise. */
  readonly angleDeg: number
  /** Against the product's height. */
  readonly length: number
  readonly softness: number
}

/**
 * The darkness (0…1) of a shadow that the product would throw on level ground: the outline laid over to one
 * side, sheared at its foot, softer the further it lies from there; and a line of contact. It is as wide as
 * the picture and lies under the product as well.
 *
 * @param alpha share of product, 0…1.
 */
export function madeShadow(alpha: PlaneF32, shape: ShadowShape): PlaneF32 {
  const { width, height } = alpha
  const shadow = planeF32(alpha)
  const standing = standingOf(alpha)
  if (!standing) return shadow
  const { base, touches } = standing
  const tall = Math.max(
    standing.bottom - standing.top,
    WIDTH_SHARE * (standing.right - standing.left),
  )
  const angle = (shape.angleDeg * Math.PI) / 180
  const across = shape.length * Math.cos(angle)
  const down = -shape.length * FORESHORTENED * Math.sin(angle)
  const leastDown = MIN_DEPTH * Math.max(shape.length, 0.05)
  const depth = Math.abs(down) < leastDown ? (down < 0 ? -leastDown : leastDown) : down
  const laid = planeF32(alpha)
  const away = planeF32(alpha)
  const foot = middleOfFoot(base, touches)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      // The height of the point whose shadow falls here.
      const z = (y + 0.5 - foot) / depth
      away.data[i] = Math.max(0, z) / tall
      // It begins softly: a foot is not a line.
      const into = ((y + 0.5 - foot) * Math.sign(depth)) / tall
      const t = Math.min(1, Math.max(0, (into + BEGINNING) / (2 * BEGINNING)))
      if (t === 0) continue
      const above = Math.max(0, z)
      const there = sampled(alpha, x + 0.5 - across * above, foot - above - 1)
      laid.data[i] = t * t * (3 - 2 * t) * there
    }
  const cast = softened(laid, away, SOFTEST * shape.softness * tall)
  const line = CONTACT_HEIGHT * tall
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const off = (y + 0.5 - base[x]!) / (line + 0.5)
      const contact = shape.contact * touches[x]! * Math.exp(-off * off)
      shadow.data[i] = 1 - (1 - shape.strength * cast.data[i]!) * (1 - contact)
    }
  return shadow
}

/** The line about which the outline is laid over: the mean height of the foot, so that round ones have it inside. */
function middleOfFoot(base: Float32Array, touches: Float32Array): number {
  let sum = 0
  let weight = 0
  base.forEach((y, x) => {
    sum += y * touches[x]!
    weight += touches[x]!
  })
  return sum / weight
}

/** Blurs each pixel the more, the further it lies away (0…1 and beyond): mixed of a few whole blurs. */
function softened(plane: PlaneF32, away: PlaneF32, softestPx: number): PlaneF32 {
  const scratch = new Float32Array(plane.data.length)
  const levels = BLURS.map((share) => {
    const level = planeF32(plane, plane.data.slice())
    softenPlane(level, softestPx * share, scratch)
    return level
  })
  const result = planeF32(plane)
  for (let i = 0; i < result.data.length; i++) {
    const wanted = Math.min(1, Math.max(BLURS[0], away.data[i]!))
    let k = 0
    while (k < BLURS.length - 2 && BLURS[k + 1]! < wanted) k++
    const t = (wanted - BLURS[k]!) / (BLURS[k + 1]! - BLURS[k]!)
    result.data[i] = levels[k]!.data[i]! * (1 - t) + levels[k + 1]!.data[i]! * t
  }
  return result
}
