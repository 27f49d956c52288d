import type { Codec } from '@cloudbank/core/codec'
import {
  drawView,
  lightPicture,
  recallWork,
  stagePictures,
  storedWork,
  type EngineContext,
} from '@cloudbank/core/engine'
import { defineNote, Memory, Scratch } from '@cloudbank/core/memory'
import { measureHistogram } from '@cloudbank/core/measure'
import { giveLook, type NetworkOf } from '@cloudbank/core/networks'
import {
  LINEAR_OF_BYTE,
  linearToLab,
  markClipping,
  srgbRaster,
  strainView,
  type Rgb,
  type SrgbRgba8,
} from '@cloudbank/core/raster'
import {
  planLight,
  readCubeAsset,
  readNeutral,
  type CubeLut,
  type Look,
  snapOutlines,
} from '@cloudbank/core/steps'
import type { Typesetter } from '@cloudbank/core/typeset'
import { createAssetStore, unpackLook } from '../pool'
import { createMatteStore } from './matteStore'
import { levelFor, PictureShelf, type ShelvedPicture } from './PictureShelf'
import { packWork, unpackWork } from './workFile'
import type {
  PictureWork,
  PreviewAnswers,
  PreviewRequest,
  Retouching,
  StageRaster,
  ViewRaster,
} from './protocol'

/** What the platform gives the previewer. */
export interface PreviewPlatform {
  readonly codec: Codec
  readonly network: NetworkOf
  readonly typesetter: () => Promise<Typesetter>
  /** Told how far a drawing is that takes long; null once it is drawn. */
  readonly onRetouching?: (retouching: Retouching | null) => void
  /** Told what is to be stored of a picture. */
  readonly onStore?: (work: PictureWork) => void
}

interface View {
  readonly canvas: OffscreenCanvas
  shown: SrgbRgba8 | null
}

type RequestOf<K extends PreviewRequest['kind']> = Extract<PreviewRequest, { kind: K }>

/** Fewer retouches than these are done before anybody could read how far they are. */
const MANY_RETOUCHES = 30
const TOLD_EVERY = 10

const CUBE = defineNote<CubeLut>('colour table')
/** Pixels of a histogram that is counted while a slider moves. */
const HISTOGRAM_PIXELS = 60_000

/** Keeps a few photographs decoded and draws them as settings change, in a worker of its own. */
export function servePreviewer({
  codec,
  network,
  typesetter,
  onRetouching,
  onStore,
}: PreviewPlatform): (request: PreviewRequest) => Promise<PreviewAnswers[PreviewRequest['kind']]> {
  const shelf = new PictureShelf()
  const views = new Map<string, View>()
  const assets = createAssetStore()
  /** What each view showed last, by the view's own account, and of which picture. */
  const seen = new Map<string, { readonly picture: string; readonly what: unknown }>()
  const memory = new Memory()
  const scratch = new Scratch()
  const mattes = createMatteStore()
  /** Retouches of each picture that were worked out since what they came to was stored. */
  const worked = new Map<string, number>()
  /** One storing follows the other, so that the newest comes last. */
  let storing: Promise<void> = Promise.resolve()

  return async (request) => {
    switch (request.kind) {
      case 'open':
        return open(request)
      case 'close':
        return close(request.picture)
      case 'adopt':
        views.set(request.view, { canvas: request.canvas, shown: null })
        return null
      case 'abandon':
        views.delete(request.view)
        seen.delete(request.view)
        return null
      case 'draw':
        return draw(request)
      case 'read':
        return readNeutral(shelf.get(request.picture).preview.source, request.spot)
      case 'pixel':
        return pixelAt(views.get(request.view)?.shown ?? null, request.x, request.y)
      case 'stages':
        return drawStages(request)
      case 'view':
        return drawOne(request)
      case 'snap':
        return snapOutlines(shelf.get(request.picture).levels.at(-1)!.source, request.outlines)
    }
  }

  async function open({ picture, source, sidePx, whole, works, look }: RequestOf<'open'>) {
    const decode = async (): Promise<SrgbRgba8> =>
      codec.decode(new Uint8Array(await source.arrayBuffer()))
    const size = await shelf.open(picture, decode, { sidePx, whole })
    const opened = shelf.get(picture)
    // All sizes of a photograph share what was said of it.
    if (look) giveLook(opened.preview.source, () => unpackLook(look))
    await recall(opened, works)
    return size
  }

  async function close(picture: string): Promise<null> {
    if (shelf.has(picture)) store(picture, 1)
    worked.delete(picture)
    shelf.close(picture)
    await storing
    return null
  }

  /** Has what was worked out of a picture stored, once it is that much since the last time; no drawing waits for it. */
  function store(picture: string, least: number): void {
    if (!onStore || (worked.get(picture) ?? 0) < least) return
    worked.set(picture, 0)
    const { levels } = shelf.get(picture)
    storing = storing
      .then(async () => {
        for (const { source } of levels) {
          const works = storedWork(source, MANY_RETOUCHES)
          if (works.length > 0) onStore({ picture, size: source.size, work: await packWork(works) })
        }
      })
      // What only saves time is worth no words.
      .catch(() => undefined)
  }

  async function draw(request: RequestOf<'draw'>): Promise<PreviewAnswers['draw']> {
    const began = performance.now()
    assets.give(request.assets)
    const { raster, source } = levelFor(shelf.get(request.picture), request.sidePx)
    const cube = await cubeOf(request.settings.look)
    const made = lightPicture(raster, await planLight(source, request.settings, cube, network))
    const view = views.get(request.view)
    if (!view) throw new Error(`There is no view ${request.view}`)
    const { width, height } = made
    const stride = Math.max(1, Math.floor((width * height) / HISTOGRAM_PIXELS))
    const histogram = measureHistogram(made, stride)
    const { clipping, strain } = request.marks
    show(view, strain !== null ? strainView(made, strain) : clipping ? clippingMarked(made) : made)
    view.shown = made
    return { width, height, histogram, tookMs: performance.now() - began }
  }

  async function drawOne(request: RequestOf<'view'>): Promise<ViewRaster> {
    const began = performance.now()
    const { view, name, options, plan } = request
    const { source } = shelf.get(request.picture).levels.at(-1)!
    const last = seen.get(view)
    const before = last?.picture === request.picture ? last.what : undefined
    const drawn = await drawView(source, plan, contextOf(request), name, options, { before })
    seen.set(view, { picture: request.picture, what: drawn.seen })
    store(request.picture, MANY_RETOUCHES)
    const { picture, facts } = drawn
    return {
      picture: picture && { width: picture.width, height: picture.height, data: picture.data },
      facts,
      tookMs: performance.now() - began,
    }
  }

  async function cubeOf(look: Look): Promise<CubeLut | null> {
    const bytes = look.from === 'cube' ? await assets.get(look.hash) : null
    return bytes && memory.of(bytes, CUBE, () => readCubeAsset(bytes))
  }

  function contextOf(request: RequestOf<'stages' | 'view'>): EngineContext {
    assets.give(request.assets)
    return {
      codec,
      network,
      typesetter,
      asset: assets.get,
      mattes: mattes.take(request.mattes),
      memory,
      scratch,
      signal: { aborted: false },
      onRetouch: (done, total) => {
        worked.set(request.picture, (worked.get(request.picture) ?? 0) + 1)
        if (total < MANY_RETOUCHES) return
        if (done === total) onRetouching?.(null)
        else if (done % TOLD_EVERY === 0) onRetouching?.({ done, total })
      },
    }
  }

  async function drawStages(request: RequestOf<'stages'>): Promise<StageRaster[]> {
    const { plan, sidePx, until, only, placementId } = request
    const context = contextOf(request)
    const { source } = shelf.get(request.picture).preview
    const options = {
      sidePx,
      ...(until === undefined ? {} : { until }),
      ...(only === undefined ? {} : { only }),
      ...(placementId === undefined ? {} : { placementId }),
    }
    const made = await stagePictures(source, plan, context, options)
    store(request.picture, MANY_RETOUCHES)
    return made.map(({ picture: { width, height, data }, ...known }) => ({
      ...known,
      width,
      height,
      data,
    }))
  }
}

/** Gives the sizes of a picture what was worked out of them when it was open before. */
async function recall({ levels }: ShelvedPicture, works: readonly Blob[]): Promise<void> {
  for (const work of (await Promise.all(works.map(unpackWork))).flat())
    for (const { source } of levels) recallWork(source, work)
}

/** A copy with marks: what is read under the pointer is free of them. */
function clippingMarked({ data, ...size }: SrgbRgba8): SrgbRgba8 {
  const marked = srgbRaster(size, data.slice())
  markClipping(marked)
  return marked
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
