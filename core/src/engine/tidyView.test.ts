import { describe, expect, test } from 'vitest'
import { BriefSteps, planShot, type Plan } from '../brief'
import { WHOLE_01, type Box01 } from '../raster'
import { photographSource } from '../source'
import { keptFor, playedContext, recordingCodec, scene } from './scene.testing'
import { drawTidyView, type Shade, type TidyLook } from './tidyView'

const { original, matte } = scene()
const source = photographSource(original)
const HASH = '0'.repeat(64)

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
  const { picture } = await drawTidyView(source, plan, context, {
    window,
    size: { width: 100, height: 100 },
    look,
    band: 0.01,
    strain: 8,
    shade,
    isCut: true,
  })
  return Uint8Array.from({ length: 100 * 100 }, (_, i) => picture.data[i * 4 + 1]!)
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
