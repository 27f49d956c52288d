import { enlargePart, type Enlargement, type NetworkOf } from '../networks'
import { linearRaster, resampleLinear, type LinearRgba, type PxBox, type Size } from '../raster'
import { withPatches, type Source } from '../source'
import type { ShotFacts } from '../facts'
import type { RenditionPlan } from '../steps'
import { paintPlaceOf } from './drawRendition'
import { isOpaque } from './isOpaque'
import { flatPartFor } from './warp'

/** Sides of the parts of the photograph that go through the network one by one, in pixels. */
const PART_PX = 192
/** Pixels of the photograph around a product that are enlarged with it: its rim is mixed of both. */
const RIM_PX = 4
/** Pixels of its neighbours that the resampling of a part takes into account. */
const OVERLAP_PX = 2

/**
 * A source that has finer pixels wherever one rendition reads it: its own, enlarged by a network to the scale
 * of the rendition, part by part, so that whatever its size little more than one part is held beside it.
 * Where the product leaves its backdrop, only what shows of it is enlarged. The source itself where the
 * rendition needs no more pixels than there are, or part of the photograph is transparent.
 *
 * @param checkpoint called after each part; throws to stop.
 */
export async function enlargeFinely(
  source: Source,
  facts: ShotFacts,
  plan: RenditionPlan,
  network: NetworkOf,
  checkpoint: (stage: string) => void,
): Promise<Source> {
  const { photograph } = facts
  const { window, size } = plan.upright ? flatPartFor(plan.window, plan.size, plan.upright) : plan
  const scale = size.width / window.width
  if (plan.enlarging === 'plain' || scale <= 1) return source
  const times: Enlargement = scale <= 2 ? 2 : 4
  const enlarger = await network(times === 2 ? 'enlarger2' : 'enlarger4')
  const picture = linearRaster(size)
  const isNeeded = neededParts(facts, { ...plan, window, size, upright: null })
  for (const part of partsOf(window, photograph)) {
    if (!isNeeded(part)) continue
    const around = grown(part, OVERLAP_PX)
    if (!isOpaque(source.sample(around, around))) return source
    const fine = await enlargePart(source, around, times, enlarger)
    layPart(picture, window, part, fine, around)
    checkpoint('enlarge')
  }
  return withPatches(source, [{ window, picture }])
}

const grown = ({ x, y, width, height }: PxBox, by: number): PxBox => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
})

/** The parts, on a grid of the photograph, that a window touches. */
function* partsOf(window: PxBox, photograph: Size): Generator<PxBox> {
  const left = Math.max(0, Math.floor(window.x))
  const top = Math.max(0, Math.floor(window.y))
  const right = Math.min(photograph.width, Math.ceil(window.x + window.width))
  const bottom = Math.min(photograph.height, Math.ceil(window.y + window.height))
  for (let y = top; y < bottom; y += PART_PX)
    for (let x = left; x < right; x += PART_PX)
      yield {
        x,
        y,
        width: Math.min(PART_PX, right - x),
        height: Math.min(PART_PX, bottom - y),
      }
}

/** Says of a part whether anything of it shows: all do where the backdrop stays, else those with product. */
function neededParts(facts: ShotFacts, plan: RenditionPlan): (part: PxBox) => boolean {
  const alpha = plan.behind.kind === 'original' ? null : paintPlaceOf(facts, plan).alpha()
  if (!alpha) return () => true
  return (part) => {
    const { left, top, right, bottom } = pixelsUnder(grown(part, RIM_PX), plan.window, alpha)
    for (let y = top; y < bottom; y++)
      for (let x = left; x < right; x++) if (alpha.data[y * alpha.width + x]! > 0) return true
    return false
  }
}

/** The pixels of a rendition of which the middle lies on a part of the photograph. */
function pixelsUnder(part: PxBox, window: PxBox, size: Size) {
  const scale = size.width / window.width
  const along = (start: number, from: number, limit: number): number =>
    Math.min(limit, Math.max(0, Math.ceil((start - from) * scale - 0.5)))
  return {
    left: along(part.x, window.x, size.width),
    top: along(part.y, window.y, size.height),
    right: along(part.x + part.width, window.x, size.width),
    bottom: along(part.y + part.height, window.y, size.height),
  }
}

/** Samples the enlarged surroundings of a part into the pixels that lie on the part. */
function layPart(
  picture: LinearRgba,
  window: PxBox,
  part: PxBox,
  fine: LinearRgba,
  around: PxBox,
): void {
  const { left, top, right, bottom } = pixelsUnder(part, window, picture)
  const size = { width: right - left, height: bottom - top }
  if (size.width <= 0 || size.height <= 0) return
  const scale = picture.width / window.width
  const times = fine.width / around.width
  const from = {
    x: (window.x + left / scale - around.x) * times,
    y: (window.y + top / scale - around.y) * times,
    width: (size.width / scale) * times,
    height: (size.height / scale) * times,
  }
  const made = resampleLinear(fine, from, linearRaster(size))
  for (let y = 0; y < size.height; y++)
    picture.data.set(
      made.data.subarray(y * size.width * 4, (y + 1) * size.width * 4),
      ((top + y) * picture.width + left) * 4,
    )
}
