import { neededSidePx, placementSize, type Plan } from '../brief'
import { tagSrgb, type Codec } from '../codec'
import type { Finding } from '../findings'
import {
  linearRaster,
  resampleLinear,
  srgbOfLinear,
  wholeOf,
  type LinearRgba,
  type Rgb,
  type Size,
  type SrgbRgba8,
} from '../raster'
import {
  cut,
  searchQuality,
  STEPS,
  untouched,
  type Box01,
  type Composition,
  type CubeLut,
  type Finder,
  type Format,
  type Matte,
  type Placement,
  type StepContext,
} from '../steps'
import { CancelledError, type StopSignal } from './cancelled'
import { groundLight, renderComposition } from './renderComposition'

/** A size at most this share of the largest is made from it; a closer one from the photograph. */
const FROM_LARGEST = 0.75

const WHITE: Rgb = [1, 1, 1]

/** One finished file. */
export interface RenditionFile {
  readonly placementId: string
  readonly format: Format
  readonly bytes: Uint8Array
  readonly width: number
  readonly height: number
  readonly qualityPct: number
  /** The product in the picture, as fractions of its sides; null where the shot was left whole. */
  readonly productBox: Box01 | null
  /** The part of the photograph that became the picture, as fractions of its sides. */
  readonly window: Box01
  readonly findings: readonly Finding[]
}

export interface ShotResult {
  readonly renditions: readonly RenditionFile[]
  /** What Cut found, to be given again as `knownMatte`; null when Cut is off. */
  readonly matte: Matte | null
  /** Findings about the shot as a whole. */
  readonly findings: readonly Finding[]
}

export interface EngineContext {
  readonly codec: Codec
  readonly finder: () => Promise<Finder>
  /** The colour table that Light's look names, if it names one. */
  readonly cube?: CubeLut | null
  readonly signal: StopSignal
  /** Told the name of each stage as it ends. */
  readonly onStage?: (stage: string) => void
}

/**
 * Makes every rendition of one shot.
 *
 * @param original the upright photograph in sRGB, as the codec decodes it.
 * @param only ids of the placements to make; by default all of the plan's.
 * @throws CancelledError once the signal is aborted, at the next stage.
 */
export async function renderShot(
  original: SrgbRgba8,
  plan: Plan,
  knownMatte: Matte | null,
  context: EngineContext,
  only?: readonly string[],
): Promise<ShotResult> {
  const steps = stepContext(plan, knownMatte, context)
  const { checkpoint } = steps
  const composition = await compose(original, plan, steps)
  const makePixels = pixelMaker(composition)
  const renditions: RenditionFile[] = []
  const largestFirst = plan.steps.finish.placements
    .filter(({ id }) => only?.includes(id) ?? true)
    .sort((a, b) => b.longSidePx - a.longSidePx)
  for (const placement of largestFirst) {
    const asked = placementSize(placement, plan.steps.frame)
    const size = allowedSize(composition, asked)
    // JPEG has no transparency: what shows through is white.
    const ground = groundLight(composition) ?? (placement.format === 'jpeg' ? WHITE : null)
    const picture = srgbOfLinear(makePixels(size), ground)
    checkpoint('render')
    const rendition = await encodeRendition(picture, placement, context, checkpoint)
    const tooSmall: Finding[] =
      size.width < asked.width
        ? [
            {
              code: 'too-small',
              placement: placement.name,
              hasPx: Math.max(size.width, size.height),
              wantsPx: placement.longSidePx,
            },
          ]
        : []
    renditions.push({
      ...rendition,
      productBox: productBoxIn(composition),
      window: windowOf(composition),
      findings: [...tooSmall, ...rendition.findings],
    })
  }
  return { renditions, matte: composition.matte, findings: composition.findings }
}

/** Cuts one shot as a render of the plan would, and no more; null where Cut is off. */
export async function cutShot(
  original: SrgbRgba8,
  plan: Plan,
  context: EngineContext,
): Promise<Matte | null> {
  const { matte } = await cut.apply(
    untouched(original),
    plan.steps.cut,
    stepContext(plan, null, context),
  )
  return matte
}

function stepContext(plan: Plan, knownMatte: Matte | null, context: EngineContext): StepContext {
  return {
    finder: context.finder,
    knownMatte,
    cube: context.cube ?? null,
    neededSidePx: (box, photograph) => neededSidePx(plan.steps, box, photograph),
    checkpoint: (stage) => {
      context.onStage?.(stage)
      if (context.signal.aborted) throw new CancelledError()
    },
  }
}

/** Runs the steps in their order. */
export async function compose(
  original: SrgbRgba8,
  plan: Plan,
  context: StepContext,
): Promise<Composition> {
  let composition = untouched(original)
  for (const step of STEPS) {
    const apply = step.apply as (
      composition: Composition,
      settings: unknown,
      context: StepContext,
    ) => Promise<Composition> // the id ties settings to step
    composition = await apply(composition, plan.steps[step.id], context)
    context.checkpoint(step.id)
  }
  return composition
}

/** Small pictures are made from the largest one, which saves reading the photograph again. */
function pixelMaker(composition: Composition): (size: Size) => LinearRgba {
  let largest: LinearRgba | null = null
  return (size) => {
    if (largest && size.width <= largest.width * FROM_LARGEST)
      return resampleLinear(largest, wholeOf(largest), linearRaster(size))
    const made = renderComposition(composition, size)
    largest ??= made
    return made
  }
}

/** The asked size, or the largest of its ratio that needs no more pixels than the photograph has. */
function allowedSize({ frame, original }: Composition, asked: Size): Size {
  const available = frame?.window.width ?? original.width
  if (frame?.enlarge || available >= asked.width) return asked
  const scale = available / asked.width
  return {
    width: Math.max(1, Math.round(asked.width * scale)),
    height: Math.max(1, Math.round(asked.height * scale)),
  }
}

function productBoxIn({ matte, frame, original }: Composition): Box01 | null {
  if (matte?.kind !== 'cut' || !frame) return null
  const { window } = frame
  return {
    x: (matte.box.x * original.width - window.x) / window.width,
    y: (matte.box.y * original.height - window.y) / window.height,
    width: (matte.box.width * original.width) / window.width,
    height: (matte.box.height * original.height) / window.height,
  }
}

function windowOf({ frame, original }: Composition): Box01 {
  if (!frame) return { x: 0, y: 0, width: 1, height: 1 }
  const { x, y, width, height } = frame.window
  return {
    x: x / original.width,
    y: y / original.height,
    width: width / original.width,
    height: height / original.height,
  }
}

async function encodeRendition(
  picture: SrgbRgba8,
  placement: Placement,
  { codec }: EngineContext,
  checkpoint: (stage: string) => void,
): Promise<Omit<RenditionFile, 'productBox' | 'window'>> {
  const { format, limitBytes } = placement
  const encode = async (qualityPct: number): Promise<Uint8Array> => {
    const bytes = tagSrgb(await codec.encode(picture, format, qualityPct), format)
    checkpoint('encode')
    return bytes
  }
  const lossless = format === 'png'
  const { bytes, qualityPct } = await searchQuality(encode, {
    most: placement.qualityPct,
    least: lossless ? placement.qualityPct : placement.leastQualityPct,
    limitBytes,
  })
  const over = limitBytes !== null && bytes.length > limitBytes
  return {
    placementId: placement.id,
    format,
    bytes,
    width: picture.width,
    height: picture.height,
    qualityPct,
    findings: over
      ? [{ code: 'over-limit', placement: placement.name, bytes: bytes.length, limitBytes }]
      : [],
  }
}
