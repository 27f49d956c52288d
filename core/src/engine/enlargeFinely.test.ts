import { describe, expect, test } from 'vitest'
import { BriefSteps, placementsOf, planShot } from '../brief'
import type { Enlarger } from '../networks'
import { srgbRaster, type Size, type SrgbRgba8 } from '../raster'
import { photographSource } from '../source'
import { CancelledError } from './cancelled'
import { decideShot } from './decideShot'
import { drawRendition } from './drawRendition'
import { enlargeFinely } from './enlargeFinely'
import { planRendition } from './planRendition'
import { keptFor, playedContext, playedNetworks, scene } from './scene.testing'
import { Scratch } from '../memory'

const { original, matte } = scene()

/** Repeats pixels, and tells what it was shown. */
function repeating(times: number): { enlarger: Enlarger; seen: Size[] } {
  const seen: Size[] = []
  const enlarger: Enlarger = (planes, { width, height }) => {
    seen.push({ width, height })
    const large = new Float32Array(planes.length * times * times)
    for (let i = 0; i < large.length; i++) {
      const x = Math.floor((i % (width * times)) / times)
      const y = Math.floor(i / (width * times) / times)
      large[i] = planes[y * width + x]!
    }
    return Promise.resolve(large)
  }
  return { enlarger, seen }
}

/** A rendition of 400 px, and what the network was shown for it. */
async function enlarged(settings: object, picture: SrgbRgba8 = original) {
  const source = photographSource(picture)
  const steps = BriefSteps.parse({
    light: { neutral: { from: 'photograph' } },
    ...settings,
    finish: { placements: [{ id: 'p', name: 'p', longSidePx: 400, format: 'webp' }] },
  })
  const plan = planShot('a'.repeat(64), steps)
  const [two, four] = [repeating(2), repeating(4)]
  const network = playedNetworks({ enlarger2: two.enlarger, enlarger4: four.enlarger })
  const context = playedContext({ mattes: keptFor(plan, matte), network })
  const decision = await decideShot(source, plan, context)
  const planned = planRendition(decision, plan, placementsOf(plan)[0]!)
  const draw = async (checkpoint = (): void => undefined) => {
    const read = await enlargeFinely(source, decision.facts, planned, network, checkpoint)
    return {
      out: drawRendition(read, decision.facts, planned, new Scratch()),
      isOwn: read === source,
    }
  }
  return { draw, two: two.seen, four: four.seen }
}

const fine = { enlarge: true, enlargeBy: 'fine' }
const colourAt = ({ data, width }: SrgbRgba8, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
]

describe('fine enlarging', () => {
  test('asks the network of the nearest size, and never without leave or need', async () => {
    const close = await enlarged({ frame: { ...fine, fillPct: 40 } })
    await close.draw()
    // A square of 100 px fills 160 px: less than twice.
    expect([close.two.length > 0, close.four.length]).toEqual([true, 0])
    const far = await enlarged({ frame: { ...fine, fillPct: 96 } })
    await far.draw()
    expect([far.two.length, far.four.length > 0]).toEqual([0, true])
    const { draw, two, four } = await enlarged({ frame: { enlarge: true } })
    expect((await draw()).isOwn).toBe(true)
    expect([two, four]).toEqual([[], []])
  })

  test('keeps colours, rim and ground as they are', async () => {
    const { draw } = await enlarged({ frame: { ...fine, fillPct: 50 } })
    const { out } = await draw()
    expect(colourAt(out, 200, 200)).toEqual([180, 30, 20, 255])
    expect(colourAt(out, 20, 20)).toEqual([255, 255, 255, 255])
    const plain = await (await enlarged({ frame: { enlarge: true, fillPct: 50 } })).draw()
    // At the rim, half product either way.
    expect(Math.abs(colourAt(out, 100, 200)[1]! - colourAt(plain.out, 100, 200)[1]!)).toBeLessThan(
      40,
    )
  })

  test('is for a picture that is turned as well', async () => {
    const { draw, two } = await enlarged({ frame: { ...fine, fillPct: 50, turnDeg: 30 } })
    expect(colourAt((await draw()).out, 200, 200)).toEqual([180, 30, 20, 255])
    expect(two.length).toBeGreaterThan(0)
  })

  test('leaves a photograph that is partly transparent to the kernel', async () => {
    const clear = srgbRaster(original, original.data.slice())
    clear.data[(100 * 200 + 100) * 4 + 3] = 90
    const { draw } = await enlarged({ frame: { ...fine, fillPct: 50 } }, clear)
    expect((await draw()).isOwn).toBe(true)
  })

  test('ends after the part at hand once it is stopped', async () => {
    const { draw, two } = await enlarged({ frame: { ...fine, fillPct: 40 } })
    const stop = (): void => {
      throw new CancelledError()
    }
    await expect(draw(stop)).rejects.toThrow(CancelledError)
    expect(two).toHaveLength(1)
  })
})
