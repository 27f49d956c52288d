import type { BriefSteps } from '@cloudbank/core/brief'
import type { Codec } from '@cloudbank/core/codec'
import { groundLight, lightPicture, renderComposition, unpackMatte } from '@cloudbank/core/engine'
import { measureHistogram } from '@cloudbank/core/measure'
import {
  fitInside,
  linearRaster,
  linearToLab,
  LINEAR_OF_BYTE,
  markClipping,
  resampleSrgb,
  srgbOfLinear,
  strainView,
  wholeOf,
  type Rgb,
  type Size,
  type SrgbRgba8,
} from '@cloudbank/core/raster'
import {
  light,
  readNeutral,
  STEPS,
  untouched,
  type Composition,
  type CubeLut,
  type Finder,
  type LightSettings,
  type StepContext,
  type StepId,
} from '@cloudbank/core/steps'
import type { PreviewAnswers, PreviewRequest, StagePicture } from './protocol'

/** What the platform gives the previewer. */
export interface PreviewPlatform {
  readonly codec: Codec
  readonly loadFinder: () => Promise<Finder>
}

interface OpenPicture {
  /** The sizes that are kept, smallest first. */
  readonly levels: readonly SrgbRgba8[]
  /** The one that is `sidePx` long, which is read and goes through the steps. */
  readonly preview: SrgbRgba8
  /** The finder's answer for this photograph, which every draw with flattening asks for. */
  readonly finder: () => Promise<Finder>
}

interface View {
  readonly canvas: OffscreenCanvas
  shown: SrgbRgba8 | null
}

const MID_GREY: Rgb = [0.214, 0.214, 0.214]
const WHITE: Rgb = [1, 1, 1]
/** Pixels of a histogram that is counted while a slider moves. */
const HISTOGRAM_PIXELS = 60_000

/** Keeps a few photographs decoded and draws them as settings change, in a worker of its own. */
export function servePreviewer(
  platform: PreviewPlatform,
): (request: PreviewRequest) => Promise<PreviewAnswers[PreviewRequest['kind']]> {
  const pictures = new Map<string, OpenPicture>()
  const views = new Map<string, View>()
  let finder: Promise<Finder> | null = null

  return async (request) => {
    switch (request.kind) {
      case 'open':
        return open(request)
      case 'close':
        pictures.delete(request.picture)
        return null
      case 'adopt':
        views.set(request.view, { canvas: request.canvas, shown: null })
        return null
      case 'abandon':
        views.delete(request.view)
        return null
      case 'draw':
        return draw(request)
      case 'read':
        return readNeutral(known(request.picture).preview, request.spot)
      case 'pixel':
        return pixelAt(views.get(request.view)?.shown ?? null, request.x, request.y)
      case 'stages':
        return runStages(known(request.picture), request)
    }
  }

  function known(name: string): OpenPicture {
    const picture = pictures.get(name)
    if (!picture) throw new Error(`The photograph ${name} is not open`)
    return picture
  }

  async function open(request: Extract<PreviewRequest, { kind: 'open' }>): Promise<Size> {
    const bytes = new Uint8Array(await request.source.arrayBuffer())
    const whole = await platform.codec.decode(bytes)
    const preview = reduced(whole, request.sidePx)
    const half = reduced(preview, request.sidePx / 2)
    const levels = [half, preview, ...(request.whole ? [whole] : [])]
    const load = (): Promise<Finder> => (finder ??= platform.loadFinder())
    pictures.set(request.picture, {
      levels,
      preview,
      finder: rememberOne(load),
    })
    return { width: whole.width, height: whole.height }
  }

  async function draw(
    request: Extract<PreviewRequest, { kind: 'draw' }>,
  ): Promise<PreviewAnswers['draw']> {
    const began = performance.now()
    const picture = known(request.picture)
    const view = views.get(request.view)
    if (!view) throw new Error(`There is no view ${request.view}`)
    const source =
      picture.levels.find((level) => longerSide(level) >= request.sidePx) ?? picture.levels.at(-1)!
    const composition = await applyLight(source, request.settings, request.cube, picture)
    const made = lightPicture(composition)
    const { width, height } = made
    const stride = Math.max(1, Math.floor((width * height) / HISTOGRAM_PIXELS))
    const histogram = measureHistogram(made, stride)
    const { clipping, strain } = request.marks
    const shown = strain === null ? made : strainView(made, strain)
    if (clipping && strain === null) markClipping(shown)
    show(view, shown)
    view.shown = made
    return { width, height, histogram, tookMs: performance.now() - began }
  }
}

const longerSide = ({ width, height }: Size): number => Math.max(width, height)

/** A picture at most this long; itself if it is not longer. */
function reduced(picture: SrgbRgba8, sidePx: number): SrgbRgba8 {
  const size = fitInside(picture, sidePx)
  return size.width === picture.width
    ? picture
    : srgbOfLinear(resampleSrgb(picture, wholeOf(picture), linearRaster(size)))
}

function applyLight(
  source: SrgbRgba8,
  settings: LightSettings,
  cube: CubeLut | null,
  { finder }: OpenPicture,
): Promise<Composition> {
  return light.apply(untouched(source), settings, contextOf(cube, finder, null))
}

function contextOf(
  cube: CubeLut | null,
  finder: () => Promise<Finder>,
  knownMatte: StepContext['knownMatte'],
): StepContext {
  return { finder, knownMatte, cube, neededSidePx: () => 0, checkpoint: () => undefined }
}

/** A finder that remembers its one answer: a picture's pixels before Light never change. */
function rememberOne(load: () => Promise<Finder>): () => Promise<Finder> {
  let answer: Promise<Float32Array> | null = null
  return () => Promise.resolve((planes) => (answer ??= load().then((finder) => finder(planes))))
}

function show({ canvas }: View, { width, height, data }: SrgbRgba8): void {
  if (canvas.width !== width || canvas.height !== height) {
    canvas.width = width
    canvas.height = height
  }
  const pixels = new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height) // never shared
  canvas.getContext('2d')?.putImageData(pixels, 0, 0)
}

function pixelAt(picture: SrgbRgba8 | null, x01: number, y01: number): PreviewAnswers['pixel'] {
  if (!picture || x01 < 0 || y01 < 0 || x01 >= 1 || y01 >= 1) return null
  const { width, height, data } = picture
  const p = (Math.floor(y01 * height) * width + Math.floor(x01 * width)) * 4
  const srgb: Rgb = [data[p]!, data[p + 1]!, data[p + 2]!]
  const linear: Rgb = [LINEAR_OF_BYTE[srgb[0]]!, LINEAR_OF_BYTE[srgb[1]]!, LINEAR_OF_BYTE[srgb[2]]!]
  return { srgb, lab: linearToLab(linear) }
}

/** Runs the steps on the preview and draws the picture after each of them. */
async function runStages(
  picture: OpenPicture,
  request: Extract<PreviewRequest, { kind: 'stages' }>,
): Promise<StagePicture[]> {
  const { preview, finder } = picture
  const matte = request.matte && unpackMatte(request.matte)
  const context = contextOf(request.cube, finder, matte)
  const stages: StagePicture[] = []
  let composition = untouched(preview)
  for (const step of STEPS) {
    // Without a matte yet, Cut would cut the preview here and hold up everything else.
    if (step.id === 'cut' && !matte && request.steps.cut.method !== 'off') break
    const apply = step.apply as (
      composition: Composition,
      settings: BriefSteps[StepId],
      context: StepContext,
    ) => Promise<Composition> // the id ties settings to step
    composition = await apply(composition, request.steps[step.id], context)
    stages.push({ step: step.id, ...stagePicture(step.id, composition, request.sidePx) })
  }
  return stages
}

function stagePicture(
  step: StepId,
  composition: Composition,
  sidePx: number,
): Omit<StagePicture, 'step'> {
  const { original, frame } = composition
  const shape = frame ? frame.window : original
  const size = fitInside(shape, sidePx)
  const ground =
    step === 'cut' ? { ...composition, ground: { kind: 'transparent' } as const } : composition
  const laidOn =
    step === 'cut' && composition.matte?.kind === 'cut' ? MID_GREY : (groundLight(ground) ?? WHITE)
  const { data, width, height } = srgbOfLinear(renderComposition(ground, size), laidOn)
  return { data, width, height }
}
