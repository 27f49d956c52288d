import { defineNote } from '../memory'
import {
  linearRaster,
  tabledSrgb,
  LINEAR,
  planeF32,
  resampleLinear,
  resamplePlane,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type Size,
} from '../raster'
import type { Source } from '../source'

/** Side of the square on which the network looks, in pixels. */
export const FINDER_SIDE_PX = 448
/** Longer side of the picture that the square is made of, in pixels: twice as fine, averaged in pairs. */
const READ_SIDE_PX = 2 * FINDER_SIDE_PX

/** What the network is shown: planes of a square of `FINDER_SIDE_PX`, one after the other. */
export interface FinderQuestion {
  /** Three planes R, G, B of sRGB values, 0…1. */
  readonly image: Float32Array
  /** Three planes, each 0 or 1: product for sure, backdrop for sure, a box about the product. */
  readonly hint: Float32Array
}

export interface FinderAnswer {
  /** The probability of product, 0…1, for each pixel of the square. */
  readonly probability: Float32Array
  /** The intersection over union with the truth that it expects of its answer, 0…1. */
  readonly iou: number
}

/** The network that finds the product. The host runs it. */
export type Finder = (question: FinderQuestion) => Promise<FinderAnswer>

/** What the network says of a whole photograph. */
export interface Look {
  /**
   * The probability of product, 0…1 in steps of 1 / `LOOK_STEPS`, on a square of `FINDER_SIDE_PX` to which the photograph is
   * squashed.
   */
  readonly map: PlaneF32
  readonly expectedIou: number
}

/** A look can be stored in 16 bits a pixel and is the same afterwards. */
export const LOOK_STEPS = 65535

/** What the network was asked about a photograph, and has said, by what it was told. */
interface Answers {
  /** Brings what it said without a hint when it was asked before; null where that is gone. */
  stored: (() => Promise<Look | null>) | null
  readonly asked: Map<string, Promise<Look>>
  readonly said: Map<string, Look>
}

const ANSWERS = defineNote<Answers>('answers of the finder')
const IMAGE = defineNote<Float32Array>('what the finder sees')
/** Answers that are kept for a photograph: for undo and redo of hints. */
const KEPT_ANSWERS = 24
/** What the network is told when it is told nothing. */
const NOTHING = ''

/** Asks the network about a photograph, without a hint; it is asked once, whatever the size. */
export const lookAt = (source: Source, finder: Finder): Promise<Look> =>
  lookWith(source, finder, NOTHING, () => new Float32Array(3 * FINDER_SIDE_PX ** 2))

/** What the network has said of a photograph without a hint; null where it was not asked. */
export const knownLookAt = (source: Source): Look | null => knownLookWith(source, NOTHING)

/**
 * Asks the network about a photograph, told where the product is; what it was told lately is not asked again.
 *
 * @param told a name for the hint, not empty.
 * @param hint three planes, as in a question.
 */
export function lookWith(
  source: Source,
  finder: Finder,
  told: string,
  hint: () => Float32Array,
): Promise<Look> {
  const { asked, said } = answersAbout(source)
  const before = asked.get(told)
  if (before) return before
  const asking = found(source, finder, told, hint).then((look) => {
    said.set(told, look)
    return look
  })
  asked.set(told, asking)
  asking.catch(() => asked.delete(told))
  const [oldest] = [...asked.keys()].filter((one) => one !== NOTHING)
  if (oldest !== undefined && asked.size > KEPT_ANSWERS) {
    asked.delete(oldest)
    said.delete(oldest)
  }
  return asking
}

/** What the network has said, told the same lately; null where it was not. */
export const knownLookWith = (source: Source, told: string): Look | null =>
  answersAbout(source).said.get(told) ?? null

// All sizes of a photograph look alike to the network: what it said of one holds for the others.
const answersAbout = ({ memory }: Source): Answers =>
  memory.of(memory, ANSWERS, () => ({ stored: null, asked: new Map(), said: new Map() }))

/** Has what the network said of a photograph before brought, should it be needed, rather than said again. */
export function giveLook(source: Source, stored: () => Promise<Look | null>): void {
  answersAbout(source).stored = stored
}

const found = async (
  source: Source,
  finder: Finder,
  told: string,
  hint: () => Float32Array,
): Promise<Look> =>
  (told === NOTHING ? await answersAbout(source).stored?.() : null) ?? ask(source, finder, hint())

async function ask(source: Source, finder: Finder, hint: Float32Array): Promise<Look> {
  const image = source.memory.of(source, IMAGE, () =>
    planesOf(squashed(source.reduced(READ_SIDE_PX))),
  )
  const { probability, iou } = await finder({ image, hint })
  const side = { width: FINDER_SIDE_PX, height: FINDER_SIDE_PX }
  const map = probability.map((value) => Math.round(value * LOOK_STEPS) / LOOK_STEPS)
  return { map: planeF32(side, map), expectedIou: iou }
}

/** The finder's answer for each pixel of a picture of this size. */
export const spreadProbability = (map: PlaneF32, size: Size): PlaneF32 =>
  resamplePlane(map, wholeOf(map), planeF32(size), LINEAR)

/** An opaque picture on a square. */
const squashed = (picture: LinearRgba): LinearRgba =>
  resampleLinear(
    picture,
    wholeOf(picture),
    linearRaster({ width: FINDER_SIDE_PX, height: FINDER_SIDE_PX }),
    LINEAR,
  )

function planesOf({ width, height, data }: LinearRgba): Float32Array {
  const pixels = width * height
  const planes = new Float32Array(pixels * 3)
  for (let i = 0; i < pixels; i++)
    for (let c = 0; c < 3; c++) planes[c * pixels + i] = tabledSrgb(data[i * 4 + c]!)
  return planes
}
