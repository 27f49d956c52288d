import { placementsOf, type Plan } from '../brief'
import { encodeTiff, tagSrgb, withDensity, type Codec } from '../codec'
import {
  decideShot,
  drawLinear,
  groundOf,
  mendShot,
  paintPlaceOf,
  planRendition,
  refineShot,
  withMended,
  type EngineContext,
} from '../engine'
import {
  fitInside,
  layOnGround,
  linearRaster,
  pixelsOf,
  resampleLinear,
  srgbOfLinear,
  srgbRaster,
  WHOLE_01,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type SrgbRgba8,
} from '../raster'
import type { Source } from '../source'
import { LIFT, STEPS, type RenditionPlan } from '../steps'
import { encodeOpenRaster, type Layer } from './openRaster'

/** What a cut-out is saved as. */
export const CUT_OUT_FORMATS = {
  png: { word: 'PNG', extension: 'png', mime: 'image/png' },
  webp: { word: 'WebP', extension: 'webp', mime: 'image/webp' },
  tiff: { word: 'TIFF', extension: 'tif', mime: 'image/tiff' },
  layers: { word: 'Layers, OpenRaster', extension: 'ora', mime: 'image/openraster' },
} as const
export type CutOutFormat = keyof typeof CUT_OUT_FORMATS

const WEBP_QUALITY_PCT = 92
/** Longer side of the thumbnail in a layered file (OpenRaster asks for at most this). */
const THUMBNAIL_PX = 256

/** A shot that was left whole has no cut-out. */
export class NothingCutError extends Error {
  override readonly name = 'NothingCutError'
  constructor() {
    super('the shot was left uncut, so there is no cut-out')
  }
}

/**
 * A cut-out as large as its photograph, with everything that Light and Cut do, as the bytes of a file. The
 * layered one has the ground, the shadow and the photograph as well.
 *
 * @param dpi the density that the file says.
 * @throws NothingCutError, CancelledError.
 */
export async function exportCutOut(
  source: Source,
  plan: Plan,
  context: EngineContext,
  format: CutOutFormat,
  dpi: number,
): Promise<Uint8Array> {
  const side = Math.max(source.size.width, source.size.height)
  const decided = await decideShot(source, plan, context)
  const shot = await refineShot(source, plan, decided, context, { sides: [side] })
  const mended = mendShot(source, plan, shot, context, { sides: [side] })
  const clean = mended.sourceAt(side)
  const { facts } = shot
  const { passes } = withMended(shot, mended)
  const lift = facts.of(LIFT)
  const [placement] = placementsOf(plan)
  if (!lift || !placement) throw new NothingCutError()
  const whole: RenditionPlan = {
    placement,
    window: pixelsOf(WHOLE_01, source.size),
    size: source.size,
    behind: { kind: 'original' },
    passes,
    handles: [],
    upright: null,
    enlarging: 'plain',
    product: null,
    findings: [],
  }
  const cutOut: RenditionPlan = {
    ...whole,
    behind: { kind: 'transparent' },
    passes: [...passes, lift],
  }
  const product = drawLinear(clean, facts, cutOut)
  const picture = srgbOfLinear(product)
  const { codec } = context
  switch (format) {
    case 'png':
      return pngOf(picture, codec, dpi)
    case 'webp':
      return withDensity(
        tagSrgb(await codec.encode(picture, 'webp', WEBP_QUALITY_PCT), 'webp'),
        'webp',
        dpi,
      )
    case 'tiff':
      return encodeTiff(picture, dpi)
    case 'layers': {
      // What Ground adds: with the product under it taken away, the shadow alone is left.
      const grounded = {
        ...withMended(planRendition(shot, plan, placement, STEPS, 'ground'), mended),
        ...sizeOf(whole),
      }
      const standing = drawLinear(clean, facts, { ...grounded, behind: { kind: 'transparent' } })
      const alpha = paintPlaceOf(facts, whole).alpha()!
      const layers: Layer[] = [
        await layer('Outline', outlineOf(alpha), 'hidden'),
        await layer('Mask', maskOf(alpha), 'hidden'),
        await layer('Cut-out', picture, 'visible'),
        await layer('Shadow', srgbOfLinear(without(standing, product)), 'visible'),
        await layer('Ground', groundPicture(grounded), 'visible'),
        await layer('Original', srgbOfLinear(drawLinear(source, facts, whole)), 'hidden'),
      ]
      const merged = drawLinear(clean, facts, grounded)
      const ground = groundOf(grounded)
      if (ground) layOnGround(merged, ground)
      const small = linearRaster(fitInside(merged, THUMBNAIL_PX))
      resampleLinear(merged, wholeOf(merged), small)
      return encodeOpenRaster({
        width: picture.width,
        height: picture.height,
        dpi,
        layers,
        merged: await pngOf(srgbOfLinear(merged), codec, dpi),
        thumbnail: await pngOf(srgbOfLinear(small), codec, dpi),
      })
    }
  }

  async function layer(
    name: string,
    drawn: SrgbRgba8,
    visibility: Layer['visibility'],
  ): Promise<Layer> {
    return { name, visibility, png: await pngOf(drawn, codec, dpi) }
  }
}

const sizeOf = ({ window, size }: RenditionPlan) => ({ window, size })

const pngOf = async (picture: SrgbRgba8, codec: Codec, dpi: number): Promise<Uint8Array> =>
  withDensity(tagSrgb(await codec.encode(picture, 'png', 100), 'png'), 'png', dpi)

/** What lies under the product, of the product on it and the product alone (Porter & Duff 1984: over, solved). */
function without(standing: LinearRgba, product: LinearRgba): LinearRgba {
  const under = linearRaster(standing)
  for (let p = 0; p < under.data.length; p += 4) {
    const through = 1 - product.data[p + 3]!
    if (through < 0.004) continue
    for (let c = 0; c < 4; c++)
      under.data[p + c] = Math.max(0, standing.data[p + c]! - product.data[p + c]!) / through
  }
  return under
}

function groundPicture(plan: RenditionPlan): SrgbRgba8 {
  const picture = linearRaster(plan.size)
  if (plan.behind.kind === 'painted') plan.behind.paint(picture)
  const ground = plan.behind.kind === 'colour' ? groundOf(plan) : null
  if (ground) layOnGround(picture, ground)
  return srgbOfLinear(picture)
}

function maskOf(alpha: PlaneF32): SrgbRgba8 {
  const mask = srgbRaster(alpha)
  for (let i = 0, p = 0; i < alpha.data.length; i++, p += 4) {
    mask.data[p] = mask.data[p + 1] = mask.data[p + 2] = 255 * alpha.data[i]!
    mask.data[p + 3] = 255
  }
  return mask
}

/** The ½ line of alpha, in black on nothing. */
function outlineOf(alpha: PlaneF32): SrgbRgba8 {
  const { width, height, data } = alpha
  const lines = srgbRaster(alpha)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const inside = data[i]! > 0.5
      const edge =
        inside &&
        (x === 0 ||
          y === 0 ||
          x === width - 1 ||
          y === height - 1 ||
          data[i - 1]! <= 0.5 ||
          data[i + 1]! <= 0.5 ||
          data[i - width]! <= 0.5 ||
          data[i + width]! <= 0.5)
      if (edge) lines.data[i * 4 + 3] = 255
    }
  return lines
}
