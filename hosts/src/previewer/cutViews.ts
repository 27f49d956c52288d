import type { Plan } from '@cloudbank/core/brief'
import { changedBetween, drawCutView, type EngineContext } from '@cloudbank/core/engine'
import { baseSide, servedBy, unpackMatte, type Matte } from '@cloudbank/core/matte'
import type { PlaneF32 } from '@cloudbank/core/raster'
import type { Source } from '@cloudbank/core/source'
import { confidenceOf, traceOutline, warmRepairs, type Outline } from '@cloudbank/core/steps'
import type { ShelvedPicture } from './PictureShelf'
import type { CutFacts, CutRaster, PreviewRequest } from './protocol'

type CutRequest = Extract<PreviewRequest, { kind: 'cut' }>

/** What a view showed last, and of which part of which photograph. */
interface Shown {
  readonly part: string
  readonly alpha: PlaneF32
}

/** Draws cuts as they are looked at, and tells what is cut another way than before. */
export function createCutViews() {
  const shown = new Map<string, Shown>()
  return {
    forget: (view: string): void => void shown.delete(view),

    draw: async (
      picture: ShelvedPicture,
      context: EngineContext,
      request: CutRequest,
    ): Promise<CutRaster> => {
      const began = performance.now()
      const { view, plan, window, size, look, quick } = request
      const { source } = picture.levels.at(-1)!
      // The photograph's longer side at the scale that is shown, as far as alpha has been made.
      const wanted = Math.max(size.width / window.width, size.height / window.height)
      const sides = quick ? [] : [sideFor(wanted, context)]
      const options = { window, size, look, sides }
      const drawn = await drawCutView(source, plan, context, options)
      const part = JSON.stringify([request.picture, window, size])
      const before = shown.get(view)
      if (quick && drawn.alpha) shown.set(view, { part, alpha: drawn.alpha })
      const changed =
        quick && drawn.alpha && before?.part === part
          ? Uint8Array.from(changedBetween(before.alpha, drawn.alpha).data)
          : null
      if (!quick) warm(source, context)
      const { width, height, data } = drawn.picture
      return {
        width,
        height,
        data,
        changed: changed?.includes(1) ? changed : null,
        matte: drawn.matte && factsOf(drawn.matte),
        tookMs: performance.now() - began,
      }
    },

    trace: async (
      picture: ShelvedPicture,
      context: EngineContext,
      plan: Plan,
    ): Promise<readonly Outline[]> => {
      const window = { x: 0, y: 0, width: 1, height: 1 }
      const size = { width: 1, height: 1 }
      const { source } = picture.levels.at(-1)!
      const options = { window, size, look: 'alpha', sides: [] } as const
      const { matte } = await drawCutView(source, plan, context, options)
      return matte?.kind === 'cut' ? traceOutline(matte) : []
    },
  }
}

/** Makes ready for strokes: the first one is as fast as the others. */
function warm(source: Source, { mattes }: EngineContext): void {
  const base = [...mattes.values()].find(
    (matte) => matte.kind === 'cut' && matte.alpha.sidePx === baseSide(source.size),
  )
  if (base) warmRepairs(source, unpackMatte(base))
}

/** What is wanted, as far as a level that was kept serves it: no level is cut anew to be looked at. */
function sideFor(wanted: number, { mattes }: EngineContext): number {
  const kept = [...mattes.values()].flatMap((matte) =>
    matte.kind === 'cut' ? [servedBy(matte.alpha.sidePx)] : [],
  )
  if (kept.length === 0) return wanted
  kept.sort((a, b) => a - b)
  return kept.find((served) => served >= wanted) ?? kept.at(-1)!
}

function factsOf(matte: Matte): CutFacts {
  if (matte.kind === 'uncut') return matte
  const { kind, box, doubts, repairs, touchesBorder, holes, signs } = matte
  const confidence01 = signs && repairs === 0 ? confidenceOf(signs) : null
  return { kind, box, doubts, repairs, touchesBorder, holes, confidence01 }
}
