import { describe, expect, test } from 'vitest'
import { labRaster, planeF32, planeU8, type LabPicture, type PlaneF32 } from '../../raster'
import { CARD, markCards } from '../../cards'
import { edgeContrast, sharpEdges } from '../../edges'
import { seededRandom } from '../../raster/seeded.testing'
import { distanceFromPlate, modelBackdrop } from './backdrop'
import { CLASS, classify } from './evidence'
import { unsureShare, countHoles } from './sureness'
import { fitTrend } from './trend'

type Rect = readonly [x0: number, y0: number, x1: number, y1: number]
const within = ([x0, y0, x1, y1]: Rect, x: number, y: number): boolean =>
  x >= x0 && x < x1 && y >= y0 && y < y1

/** A picture in Lab: a function of the place, with a little grain. */
function paint(
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly number[],
): LabPicture {
  const random = seededRandom(3)
  const lab = labRaster({ width, height })
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 3) {
      const grain = (random() - 0.5) * 0.8
      const [l, a, b] = colour(x, y)
      lab.data.set([l! + grain, a!, b!], p)
    }
  return lab
}

/** The finder's opinion: a rectangle is product, everything else is not. */
function opinion(width: number, height: number, product: Rect): PlaneF32 {
  const plane = planeF32({ width, height })
  for (let i = 0; i < plane.data.length; i++)
    plane.data[i] = within(product, i % width, Math.floor(i / width)) ? 0.95 : 0.01
  return plane
}

const PAPER = [82, 1, 6] as const
const BODY: Rect = [80, 60, 220, 200]
const GAP: Rect = [170, 100, 205, 160]

describe('fitTrend', () => {
  const size = { width: 60, height: 40 }
  const quadratic = (x: number, y: number) =>
    70 + 0.05 * x - 0.08 * y - 0.002 * x * x + 0.001 * x * y

  test('carries a smooth fall of light across a gap, to a tenth', () => {
    const values = new Float32Array(60 * 40 * 3)
    const known = new Float32Array(60 * 40)
    for (let i = 0; i < known.length; i++) {
      const [x, y] = [i % 60, Math.floor(i / 60)]
      known[i] = within([20, 10, 45, 30], x, y) ? 0 : 1
      values[i * 3] = known[i] ? quadratic(x, y) : 5
    }
    const trend = fitTrend(values, known, size)
    for (let i = 0; i < known.length; i++)
      expect(Math.abs(trend[i * 3]! - quadratic(i % 60, Math.floor(i / 60)))).toBeLessThan(0.1)
  })

  test('gives way where the backdrop is a wall and a floor', () => {
    const values = Float32Array.from({ length: 60 * 40 * 3 }, (_, k) =>
      k % 3 === 0 && Math.floor(k / 180) > 20 ? 60 : 20,
    )
    expect(Math.max(...fitTrend(values, new Float32Array(2400).fill(1), size))).toBe(0)
  })
})

describe('modelBackdrop', () => {
  test('knows the paper behind the product, vignette and all', () => {
    const fall = (x: number, y: number) => 82 - (8 * ((x - 150) ** 2 + (y - 130) ** 2)) / 45_000
    const lab = paint(300, 260, (x, y) => (within(BODY, x, y) ? [40, 30, 10] : [fall(x, y), 1, 6]))
    const backdrop = modelBackdrop(lab, opinion(300, 260, [70, 50, 230, 210]))
    for (const [x, y] of [
      [150, 130],
      [100, 80],
      [10, 10],
      [290, 250],
    ] as const)
      expect(Math.abs(backdrop.plate[(y * 300 + x) * 3]! - fall(x, y))).toBeLessThan(0.8)
    expect(backdrop.textured).toBe(false)
    expect(distanceFromPlate(backdrop, lab.data, 130 * 300 + 150)).toBeGreaterThan(200)
    expect(distanceFromPlate(backdrop, lab.data, 20 * 300 + 20)).toBeLessThan(11)
  })
})

describe('classify', () => {
  const classesOf = (gapColour: readonly number[], gaps: readonly Rect[] = [GAP]) => {
    const lab = paint(300, 260, (x, y) =>
      gaps.some((gap) => within(gap, x, y)) ? gapColour : within(BODY, x, y) ? [35, 25, 12] : PAPER,
    )
    const probability = opinion(300, 260, BODY)
    const contrast = edgeContrast(sharpEdges(lab), probability)
    return classify(lab, modelBackdrop(lab, probability), contrast, probability).classes
  }
  const at = (classes: ReturnType<typeof classesOf>, x: number, y: number) =>
    classes.data[y * 300 + x]

  test('bare paper is reached from the frame, a gap showing it is an island, the product is open', () => {
    const classes = classesOf(PAPER)
    expect(at(classes, 20, 20)).toBe(CLASS.plain)
    expect(at(classes, 187, 130)).toBe(CLASS.island)
    expect(at(classes, 110, 130)).toBe(CLASS.open)
  })

  test('one of several gaps that show bare paper overrules the finder, one of two does not', () => {
    const gaps: Rect[] = [GAP, [95, 100, 120, 160], [130, 100, 155, 160]]
    expect(at(classesOf(PAPER, gaps), 187, 130)).toBe(CLASS.plainIsland)
    expect(at(classesOf(PAPER, gaps.slice(0, 2)), 187, 130)).toBe(CLASS.island)
  })

  test('a patch of another colour inside the product is no gap', () => {
    expect(at(classesOf([60, -30, 20]), 187, 130)).toBe(CLASS.open)
  })
})

test('markCards marks an even grey rectangle beside the product, and no label on it', () => {
  const card: Rect = [20, 90, 90, 150]
  const label: Rect = [170, 110, 215, 150]
  const inOutline = ([x0, y0, x1, y1]: Rect, x: number, y: number) =>
    within([x0 - 4, y0 - 4, x1 + 4, y1 + 4], x, y) && !within([x0, y0, x1, y1], x, y)
  const lab = paint(300, 220, (x, y) =>
    within(card, x, y) || within(label, x, y)
      ? [60, 0, 0]
      : within([140, 50, 250, 190], x, y)
        ? [30, 20, 5]
        : PAPER,
  )
  const barrier = planeU8(lab)
  for (let i = 0; i < barrier.data.length; i++) {
    const [x, y] = [i % 300, Math.floor(i / 300)]
    barrier.data[i] =
      inOutline(card, x, y) || inOutline(label, x, y) || inOutline([140, 50, 250, 190], x, y)
        ? 1
        : 0
  }
  const cards = markCards(lab, barrier, opinion(300, 220, [140, 50, 250, 190]))
  expect(cards.data[120 * 300 + 50]).toBe(CARD.card)
  expect(cards.data[120 * 300 + 10]).toBe(CARD.holder)
  expect(cards.data[130 * 300 + 190]).toBe(CARD.none)
})

test('sureness: an outline on sharp edges is sure, one on none is not, and gaps are counted', () => {
  const size = { width: 60, height: 60 }
  const labels = planeU8(size)
  for (let y = 10; y < 50; y++) labels.data.fill(1, y * 60 + 10, y * 60 + 50)
  for (let y = 25; y < 30; y++) labels.data.fill(0, y * 60 + 25, y * 60 + 30)
  const sharp = planeF32(size)
  const contrast = { sharp, strength: sharp }
  expect(unsureShare(labels, contrast)).toBe(1)
  sharp.data.fill(2)
  expect(unsureShare(labels, contrast)).toBe(0)
  expect(countHoles(labels)).toBe(1)
})
