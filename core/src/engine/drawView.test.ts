import { describe, expect, test } from 'vitest'
import { BriefSteps, planShot, Touches, type Plan } from '../brief'
import { WHOLE_01, type Box01 } from '../raster'
import { photographSource } from '../source'
import { keptFor, playedContext, recordingCodec, scene } from './scene.testing'
import { STEPS, type Shade, type TidyLook } from '../steps'
import { drawView, viewKey, type ViewName } from './drawView'

const { original, matte } = scene()
const source = photographSource(original)
const HASH = '0'.repeat(64)
const SIZE = { width: 100, height: 100 }

const planFor = (tidy: object): Plan =>
  planShot(
    HASH,
    BriefSteps.parse({ tidy, finish: { placements: [{ id: 'a', name: 'a', longSidePx: 200 }] } }),
    {},
  )

/** Green of a part of the red square on its paper, 100 pixels long. */
async function greenOf(
  tidy: object,
  look: TidyLook,
  window: Box01 = WHOLE_01,
  shade: Shade = 'as it is',
): Promise<Uint8Array> {
  const plan = planFor(tidy)
  const context = playedContext({ codec: recordingCodec(), mattes: keptFor(plan, matte) })
  const options = { window, size: SIZE, look, band: 0.01, strain: 8, shade, isCut: true }
  const name = { step: 'tidy', view: 'close' }
  const { picture } = await drawView(source, plan, context, name, options)
  return Uint8Array.from({ length: 100 * 100 }, (_, i) => picture!.data[i * 4 + 1]!)
}

const at = (x: number, y: number): number => y * 100 + x

describe('where a backdrop is swept', () => {
  const SWEPT = { sweepPct: 100, sweepMarginPct: 4 }

  test('is light: all of it but the product and what is near it', async () => {
    const [swept, bare] = [await greenOf(SWEPT, 'swept'), await greenOf({}, 'swept')]
    const lighter = (x: number, y: number): number => swept[at(x, y)]! - bare[at(x, y)]!
    // The square reaches from 25 to 75; its margin is 4 wide, over which sweeping sets in.
    expect(lighter(5, 5)).toBeGreaterThan(130)
    expect(lighter(50, 10)).toBeGreaterThan(130)
    expect(lighter(50, 50)).toBe(0)
    expect(lighter(50, 23)).toBe(0)
  })

  test('is as light as it is strong, and lies where the part that is shown does', async () => {
    const half = await greenOf({ ...SWEPT, sweepPct: 50 }, 'swept')
    const bare = await greenOf({}, 'swept')
    expect(half[at(5, 5)]! - bare[at(5, 5)]!).toBeCloseTo(70, -1)
    const corner = { x: 0.25, y: 0.25, width: 0.5, height: 0.5 }
    const close = await greenOf(SWEPT, 'swept', corner)
    expect(close[at(50, 50)]).toBe(bare[at(50, 50)])
  })
})

test('a picture is shown darker and lighter, however it is looked at', async () => {
  for (const look of ['result', 'swept'] as const) {
    const [dark, plain, light] = await Promise.all(
      (['darker', 'as it is', 'lighter'] as const).map((shade) =>
        greenOf({}, look, WHOLE_01, shade),
      ),
    )
    // The red square has green to spare in both directions.
    expect(dark![at(50, 50)]).toBeLessThan(plain![at(50, 50)]!)
    expect(light![at(50, 50)]).toBeGreaterThan(plain![at(50, 50)]!)
  }
})

describe('tiles of the sheet', () => {
  const CUT: ViewName = { step: 'cut', view: 'tile' }
  const TIDY: ViewName = { step: 'tidy', view: 'tile' }
  const page = { id: 'page', name: 'page', longSidePx: 100 }
  const planOf = (settings: object, touches: object = {}): Plan => {
    const steps = BriefSteps.parse({ finish: { placements: [page] }, ...settings })
    return planShot(HASH, steps, Touches.parse(touches))
  }
  const shown = async (name: ViewName, plan: Plan): Promise<string> => {
    const context = playedContext({ mattes: keptFor(plan, matte) })
    const { picture, facts } = await drawView(source, plan, context, name, { sidePx: 40 })
    return JSON.stringify([facts, [...picture!.data]])
  }
  const stroke = { turn: 1, points: [[0.5, 0.5]], radius: 0.1, hardness: 1 }
  const corner = { ...stroke, points: [[0.25, 0.25]] }

  // What is drawn by every step that a tile shows, and by those that set the scale at which it is strained.
  const CHANGES: Readonly<Record<string, Plan>> = {
    'the light': planOf({ light: { exposureEv: 1 } }),
    'a neutral': planOf({ light: { neutral: { from: 'gains', red: 1.2, green: 1, blue: 0.9 } } }),
    'a retouch': planOf({}, { tidy: { works: { a: { kind: 'blur', strength: 1, ...corner } } } }),
    'a repair': planOf({}, { cut: { repairs: { a: { kind: 'erase', ...stroke } } } }),
    'the edge': planOf({ cut: { edgeShift: 4 } }),
    'the frame': planOf({ frame: { fillPct: 30 } }),
    'the frame of one placement': planOf(
      {},
      { frame: { perPlacement: { page: { fillPct: 30 } } } },
    ),
    'the size made': planOf({ finish: { placements: [{ ...page, longSidePx: 60 }] } }),
  }

  test.each([
    [CUT, ['the light', 'a neutral', 'a retouch', 'a repair', 'the edge']],
    [TIDY, ['the light', 'a retouch', 'the size made']],
  ])('have another key whenever they show something else: %j', async (name, least) => {
    const options = { sidePx: 40 }
    const plain = planOf({})
    const before = await shown(name, plain)
    const differing: string[] = []
    for (const [what, plan] of Object.entries(CHANGES)) {
      if ((await shown(name, plan)) === before) continue
      differing.push(what)
      expect(viewKey(plan, name, options), what).not.toBe(viewKey(plain, name, options))
    }
    expect(differing).toEqual(expect.arrayContaining(least))
  })

  test('keep their key when a step changes that they do not read', () => {
    const key = (name: ViewName, settings: object): string =>
      viewKey(planOf(settings), name, { sidePx: 40 })
    const ground = { ground: { behind: { kind: 'colour', colour: '#336699' } } }
    const frame = { frame: { fillPct: 30 } }
    expect(key(CUT, ground)).toBe(key(CUT, {}))
    expect(key(CUT, frame)).toBe(key(CUT, {}))
    expect(key(TIDY, frame)).not.toBe(key(TIDY, {}))
    expect(key(TIDY, { cut: { edgeShift: 4 } })).toBe(key(TIDY, {}))
    expect(viewKey(planOf({}), CUT, { sidePx: 41 })).not.toBe(key(CUT, {}))
  })

  test('show a product alone, as large as every other, and say how sure its cut is', async () => {
    const plan = planOf({})
    const context = playedContext({ mattes: keptFor(plan, matte) })
    const { picture, facts } = await drawView(source, plan, context, CUT, { sidePx: 50 })
    const at = (x: number, y: number): number[] => [
      ...picture!.data.subarray((y * 50 + x) * 4, (y * 50 + x) * 4 + 3),
    ]
    // 0.86 of 50 pixels: the red square reaches from 3.5 to 46.5.
    expect(at(1, 25)).toEqual([128, 128, 128])
    expect(at(25, 1)).toEqual([128, 128, 128])
    expect(at(25, 25)[0]).toBeGreaterThan(150)
    expect(at(6, 6)[0]).toBeGreaterThan(150)
    expect(facts).toMatchObject({ isCut: true, doubts: [] })
  })
})

describe('a cut looked at closely', () => {
  test('says what is cut another way than in the quick drawing before', async () => {
    const name = { step: 'cut', view: 'close' }
    const options = { window: WHOLE_01, size: SIZE, look: 'grey', quick: true }
    const draw = async (touches: object, before?: unknown) => {
      const plan = planShot(HASH, BriefSteps.parse({}), Touches.parse(touches))
      const context = playedContext({ mattes: keptFor(plan, matte) })
      return drawView(source, plan, context, name, options, { before })
    }
    const first = await draw({})
    expect(first.facts).toMatchObject({ changed: null, matte: { kind: 'cut', repairs: 0 } })
    const same = await draw({}, first.seen)
    expect(same.facts).toMatchObject({ changed: null })
    const dot = { kind: 'erase', turn: 1, points: [[0.5, 0.5]], radius: 0.05, hardness: 1 }
    const erased = await draw({ cut: { repairs: { a: dot } } }, same.seen)
    const { changed } = erased.facts as { changed: Uint8Array }
    expect(changed[50 * 100 + 50]).toBe(1)
    expect(changed[10 * 100 + 10]).toBe(0)
    expect(erased.facts).toMatchObject({ matte: { repairs: 1, confidence01: null } })
  })

  test('a view that no step has is refused by its name', async () => {
    const plan = planFor({})
    const name = { step: 'frame', view: 'tile' }
    await expect(drawView(source, plan, playedContext(), name, null)).rejects.toThrow(
      'There is no view tile of a step frame',
    )
    expect(STEPS.flatMap(({ views }) => Object.keys(views ?? {})).sort()).toEqual([
      'close',
      'close',
      'tile',
      'tile',
      'trace',
    ])
  })
})
