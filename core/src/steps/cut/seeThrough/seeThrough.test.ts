import { describe, expect, test } from 'vitest'
import type { CutMatte } from '../../../matte'
import { SURE_SIGNS } from '../../../matte/signs.testing'
import { linearRaster, planeF32, planeU8, srgbOfLinear, WHOLE_01, wholeOf } from '../../../raster'
import { seededRandom } from '../../../raster/seeded.testing'
import { photographSource, type Source } from '../../../source'
import { matteFindings } from '../findings'
import { liftBy } from '../lift'
import { repairedMatte, seeThroughBehind, type HandWork, type Repair } from '../repair'
import { leastCoverage } from './leastCoverage'
import { seeThroughShare } from './seeThroughShare'

const SIDE = 240
const SIZE = { width: SIDE, height: SIDE }
const AT_REST: HandWork['edge'] = { edgeShift: 0, edgeSoften: 0, edgeTightenPct: 0, speck: 0 }
const NO_LOOK = { edge: AT_REST, look: null }

/** What a pane lets through, as the share of the light of each channel, and how wide its dark wall is. */
const PANE = [0.6, 0.6, 0.6] as const
const WALL_PX = 4
const WALL = 0.02

/** A round pane of glass with a dark wall, before paper that gets darker to the right; a lid lies on top of it. */
const fromMiddle = (x: number, y: number): number => Math.hypot(x - 120, y - 120)
const isLid = (x: number, y: number): boolean => x > 100 && x < 140 && y > 50 && y < 66
type Paper = (x: number, y: number) => number
const paperPlain: Paper = (x) => 0.8 - (0.2 * x) / SIDE
const paperOfChecks: Paper = (x, y) => (((x >> 4) + (y >> 4)) % 2 ? 0.75 : 0.35)

function photograph(paper: Paper, pane: readonly number[] = PANE): Source {
  const picture = linearRaster(SIZE)
  const random = seededRandom(3)
  for (let y = 0, i = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, i++) {
      const d = fromMiddle(x + 0.5, y + 0.5)
      const inPane = pane.map((share) => share * paper(x, y))
      const bare = [paper(x, y), paper(x, y), paper(x, y)]
      const seen = isLid(x, y)
        ? [0.3, 0.1, 0.1]
        : d < 60 - WALL_PX
          ? inPane
          : d < 60
            ? [WALL, WALL, WALL]
            : bare
      const grain = 1 + (random() - 0.5) * 0.02
      picture.data.set([...seen.map((v) => v * grain), 1], i * 4)
    }
  return photographSource(srgbOfLinear(picture))
}

/** The whole of it cut as one piece. */
const solid: CutMatte = {
  kind: 'cut',
  box: WHOLE_01,
  unsure: 0,
  holes: 0,
  signs: SURE_SIGNS,
  doubts: [],
  repairs: 0,
  atBorder: 'clear',
  alphas: [
    {
      sidePx: SIDE,
      area: WHOLE_01,
      plane: planeU8(
        SIZE,
        Uint8Array.from({ length: SIDE * SIDE }, (_, i) => {
          const [x, y] = [i % SIDE, Math.floor(i / SIDE)]
          return fromMiddle(x + 0.5, y + 0.5) < 60 || isLid(x, y) ? 255 : 0
        }),
      ),
    },
  ],
}

const stroke = (kind: 'seeThrough' | 'paint', x: number, y: number, radiusPx: number): Repair => ({
  kind,
  turn: 0,
  hidden: false,
  points: [[x / SIDE, y / SIDE]],
  radius: radiusPx / SIDE,
  hardness: 1,
})
/** Over all of the glass and some of the paper about it. */
const OVER_GLASS = stroke('seeThrough', 120, 120, 66)

/** Alpha of the whole photograph, 0…1. */
function alphaAfter(source: Source, repairs: readonly Repair[], edge = AT_REST) {
  const matte = repairedMatte(source, solid, { repairs, edge, look: null }, [SIDE])
  if (matte.kind !== 'cut') throw new Error('left uncut')
  const [{ plane, area }] = matte.alphas
  const alpha = planeF32(SIZE)
  const [left, top] = [Math.round(area.x * SIDE), Math.round(area.y * SIDE)]
  for (let y = 0, i = 0; y < plane.height; y++)
    for (let x = 0; x < plane.width; x++, i++)
      alpha.data[(top + y) * SIDE + left + x] = plane.data[i]! / 255
  return { matte, alpha, at: (x: number, y: number): number => alpha.data[y * SIDE + x]! }
}

describe('the least coverage', () => {
  const plate = linearRaster({ width: 1, height: 1 })
  plate.data.set([0.8, 0.5, 0.2, 1])
  const coverageOf = (...colour: number[]): number => {
    const picture = linearRaster({ width: 1, height: 1 })
    picture.data.set([...colour, 1])
    return leastCoverage(picture, plate, 0).data[0]!
  }

  test.each([
    ['the backdrop itself', [0.8, 0.5, 0.2], 0],
    ['a grey filter that lets six tenths through', [0.48, 0.3, 0.12], 0.5],
    ['a filter of one colour', [0.8, 0.5, 0.12], 0.5],
    ['what gives back less than a fifth of it', [0.12, 0.07, 0.03], 1],
    ['half of a white reflection', [0.9, 0.75, 0.6], 0.5],
  ])('of %s', (_, colour, coverage) => {
    expect(coverageOf(...colour)).toBeCloseTo(coverage, 5)
  })

  test('leaves a colour that there is, which mixed with the backdrop is the pixel again', () => {
    const random = seededRandom(8)
    for (let k = 0; k < 200; k++) {
      const colour = [random(), random(), random()]
      const a = coverageOf(...colour)
      if (a < 0.1) continue
      for (const [c, value] of colour.entries()) {
        const own = value - (1 - a) * plate.data[c]!
        expect(own).toBeGreaterThan(-1e-6)
        // Where the backdrop is nearly white, it may be a little too light.
        expect(own).toBeLessThan(1.05 * a + 1e-6)
      }
    }
  })

  test('takes a step within the noise for the backdrop', () => {
    const picture = linearRaster({ width: 1, height: 1 })
    picture.data.set([0.79, 0.505, 0.199, 1])
    expect(leastCoverage(picture, plate, 0.01).data[0]).toBe(0)
  })
})

describe('glass before plain paper', () => {
  const source = photograph(paperPlain)

  test('covers as much as it keeps back, its wall all, the paper about it nothing', () => {
    const { at } = alphaAfter(source, [OVER_GLASS])
    for (const [x, y] of [
      [120, 120],
      [90, 100],
      [150, 150],
    ] as const)
      expect(at(x, y)).toBeCloseTo(0.5, 1)
    expect(at(120, 178)).toBeGreaterThan(0.93)
    expect(at(120, 183)).toBeLessThan(0.02)
    expect(at(200, 120)).toBe(0)
  })

  test('has no grain where the photograph has', () => {
    const { at } = alphaAfter(source, [OVER_GLASS])
    let steps = 0
    for (let k = 0; k < 900; k++) {
      const [x, y] = [105 + (k % 30), 105 + Math.floor(k / 30)]
      steps += Math.abs(at(x, y) - at(x + 1, y))
    }
    // Grain of one per cent makes steps of 0.005.
    expect(steps / 900).toBeLessThan(0.002)
  })

  test('is as large as before: what one sees of it counts, however little it covers', () => {
    const { box } = alphaAfter(source, [OVER_GLASS]).matte
    expect(box.x * SIDE).toBeCloseTo(60, 0)
    expect(box.width * SIDE).toBeCloseTo(120, 0)
  })

  test('what is painted over it afterwards is product again', () => {
    const { at } = alphaAfter(source, [OVER_GLASS, stroke('paint', 120, 58, 6)])
    expect(at(120, 58)).toBe(1)
    expect(at(120, 120)).toBeCloseTo(0.5, 1)
  })

  test('the whole edge made harder leaves it as it was measured', () => {
    const { at } = alphaAfter(source, [OVER_GLASS], { ...AT_REST, edgeTightenPct: 100 })
    expect(at(120, 120)).toBeCloseTo(0.5, 1)
  })

  test.each([
    ['grey', PANE],
    ['bottle green', [0.2, 0.5, 0.25]],
  ])(
    '%s: back on its own paper it is the photograph, on black nothing of the paper is left',
    (_, pane) => {
      const green = photograph(paperPlain, pane)
      const { alpha } = alphaAfter(green, [OVER_GLASS])
      const seeThrough = seeThroughBehind(green, solid, { repairs: [OVER_GLASS], ...NO_LOOK })
      const before = green.sample(wholeOf(SIZE), SIZE)
      const picture = green.sample(wholeOf(SIZE), SIZE)
      liftBy(1, seeThrough).paint(picture, {
        window: wholeOf(SIZE),
        photograph: SIZE,
        alpha: () => alpha,
        report: () => undefined,
      })
      let furthest = 0
      for (let y = 80; y < 160; y++)
        for (let x = 80; x < 160; x++) {
          const p = (y * SIDE + x) * 4
          for (let c = 0; c < 3; c++) {
            const relaid = picture.data[p + c]! + (1 - picture.data[p + 3]!) * paperPlain(x, y)
            furthest = Math.max(furthest, Math.abs(relaid - before.data[p + c]!))
            expect(picture.data[p + c]!).toBeLessThan(pane[c]! * 0.8)
          }
        }
      expect(furthest).toBeLessThan(0.03)
    },
  )
})

test('a pane in a frame is measured against the paper beyond the frame', () => {
  const source = photograph(paperPlain)
  const inTheMiddle = stroke('seeThrough', 120, 120, 40)
  expect(alphaAfter(source, [inTheMiddle]).at(120, 120)).toBeCloseTo(0.5, 1)
})

test('before a pattern nothing can be measured: it stays as it was cut, and says so', () => {
  const source = photograph(paperOfChecks)
  const { at, matte } = alphaAfter(source, [OVER_GLASS])
  expect(at(120, 120)).toBe(1)
  const behind = seeThroughBehind(source, solid, { repairs: [OVER_GLASS], ...NO_LOOK })
  expect(matteFindings(matte, behind).map(({ code }) => code)).toContain('see-through-unknown')
  const softened = { ...AT_REST, edgeSoften: 10 }
  const soft = alphaAfter(source, [OVER_GLASS], softened).at(61, 120)
  expect(soft).toBe(alphaAfter(source, [stroke('paint', 120, 120, 1)], softened).at(61, 120))
  expect(soft).toBeLessThan(1)
  const plain = photograph(paperPlain)
  const known = seeThroughBehind(plain, solid, { repairs: [OVER_GLASS], ...NO_LOOK })
  expect(matteFindings(matte, known).map(({ code }) => code)).not.toContain('see-through-unknown')
})

test('a stroke that was painted over altogether is none: nothing is said of what is behind it', () => {
  const source = photograph(paperOfChecks)
  const repairs = [stroke('seeThrough', 120, 120, 20), stroke('paint', 120, 120, 30)]
  expect(seeThroughBehind(source, solid, { repairs, ...NO_LOOK })).toBeNull()
  expect(alphaAfter(source, repairs).at(120, 120)).toBe(1)
})

test('strokes add up, and lie where they lie at every scale', () => {
  const repairs = [stroke('seeThrough', 60, 60, 10), stroke('seeThrough', 66, 60, 10)]
  const whole = seeThroughShare(repairs, SIZE, wholeOf(SIZE))
  const double = { width: 2 * SIDE, height: 2 * SIDE }
  const part = seeThroughShare(repairs, double, { x: 80, y: 80, width: 100, height: 60 })
  for (const [x, y] of [
    [60, 60],
    [72, 62],
    [49, 60],
    [84, 60],
  ] as const)
    expect(part.data[(2 * y - 80) * 100 + 2 * x - 80]).toBeCloseTo(whole.data[y * SIDE + x]!, 0)
})
