import { expect, test } from 'vitest'
import { noFacts } from '../../facts'
import { NOTHING_KNOWN } from '../../names'
import { MATTE, packMatte, PRODUCT } from '../../matte'
import type { Finder } from '../../networks'
import { coarseEdge } from '../../networks/edge.testing'
import { placeFinder, toneFinder } from '../../networks/finder.testing'
import { pixelsOf, srgbRaster, type SrgbRgba8 } from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { photographSource } from '../../source'
import { cutPicture, finerAlpha } from './cut'
import { CutSettings } from './settings'
import { cut } from '.'

/** A dark disc with a hole in it on pale paper with a vignette and grain. */
function drawRing(
  size: number,
  hole: boolean,
): { picture: SrgbRgba8; truth: (x: number, y: number) => boolean } {
  const random = seededRandom(21)
  const truth = (x: number, y: number): boolean => {
    const r = Math.hypot(x - size / 2, y - size / 2) / size
    return r < 0.3 && !(hole && r < 0.12)
  }
  const picture = srgbRaster({ width: size, height: size })
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const r = Math.hypot(x - size / 2, y - size / 2) / size
      const paper = 215 - 60 * r * r
      const grain = (random() - 0.5) * 5
      const colour = truth(x, y) ? [60, 90, 140] : [paper, paper - 4, paper - 12]
      picture.data.set([...colour.map((v) => v + grain), 255], (y * size + x) * 4)
    }
  return { picture, truth }
}

/** Takes the disc for product, its gap filled. */
const roughFinder = toneFinder(0.55, 0.97)

const context = (finder: Finder) => ({
  finder,
  edge: coarseEdge,
  checkpoint: () => undefined,
})

test('cuts a ring on paper to the truth, its gap opened', async () => {
  const { picture, truth } = drawRing(700, true)
  const matte = await cutPicture(photographSource(picture), context(roughFinder))
  if (matte.kind === 'uncut') throw new Error(`left uncut: ${matte.reason}`)
  const { box, holes, atBorder, signs } = matte
  const { plane: alpha, area: area01 } = matte.alphas[0]
  const area = pixelsOf(area01, picture)
  let wrong = 0
  for (let y = 0; y < alpha.height; y++)
    for (let x = 0; x < alpha.width; x++) {
      const inside = truth(area.x + x + 0.5, area.y + y + 0.5)
      if (alpha.data[y * alpha.width + x]! > 127 !== inside) wrong++
    }
  expect(wrong / (alpha.width * alpha.height)).toBeLessThan(0.01)
  expect(holes).toBe(1)
  expect(atBorder).toBe('clear')
  // Circles of 0.3 and 0.12 about π (0.3² − 0.12²): 5.4, less what pixels cut off corners.
  expect(signs!.raggedness).toBeGreaterThan(4.5)
  expect(signs!.raggedness).toBeLessThan(5.5)
  expect(signs!.moved).toBeLessThan(0.002)
  expect(signs!.expectedIou).toBe(0.97)
  expect(box.x).toBeCloseTo(0.2, 2)
  expect(box.width).toBeCloseTo(0.6, 2)
})

test('a finer level has the same product in four times the pixels, from the coarser one alone', async () => {
  const size = 1600
  const { picture, truth } = drawRing(size, true)
  const source = photographSource(picture)
  const matte = await cutPicture(source, context(roughFinder))
  if (matte.kind === 'uncut') throw new Error(`left uncut: ${matte.reason}`)
  expect(matte.alphas[0].sidePx).toBe(800)
  const { sidePx, plane, area } = await finerAlpha(source, matte.alphas[0], size, {
    edge: coarseEdge,
    checkpoint: () => undefined,
  })
  expect(sidePx).toBe(size)
  const at = pixelsOf(area, picture)
  expect([at.width, at.height]).toEqual([plane.width, plane.height])
  let wrong = 0
  for (let y = 0; y < plane.height; y++)
    for (let x = 0; x < plane.width; x++) {
      const inside = truth(at.x + x + 0.5, at.y + y + 0.5)
      if (plane.data[y * plane.width + x]! > 127 !== inside) wrong++
    }
  expect(wrong / plane.data.length).toBeLessThan(0.01)
})

test('a product that fills the frame is left whole, as a detail, where the finder is unsure of it', async () => {
  const { picture } = drawRing(300, false)
  const everywhere = placeFinder(() => 0.9, 0.8)
  expect(await cutPicture(photographSource(picture), context(everywhere))).toEqual({
    kind: 'uncut',
    reason: 'runs-out-of-frame',
  })
})

test('a detail of which the finder is sure is cut, and framed as photographed: where its product ends is not known', async () => {
  // Product but for an upper right quarter.
  const picture = srgbRaster({ width: 400, height: 300 })
  for (let y = 0; y < 300; y++)
    for (let x = 0; x < 400; x++) {
      const colour = x > 200 && y < 150 ? [214, 212, 208] : [70, 60, 50]
      picture.data.set([...colour, 255], (y * 400 + x) * 4)
    }
  const sure = placeFinder((x, y) => (x > 0.5 && y < 0.5 ? 0.01 : 0.99), 0.97)
  const source = photographSource(picture)
  const matte = await cutPicture(source, context(sure))
  if (matte.kind === 'uncut') throw new Error(`left uncut: ${matte.reason}`)
  expect(matte.atBorder).toBe('runs out')
  const { facts, findings } = await cut.decide!(
    {
      settings: CutSettings.parse({}),
      own: cut.own.parse({}),
      facts: noFacts(source.size),
      about: NOTHING_KNOWN,
      assets: new Map<string, never>(),
    },
    {
      source,
      network: () => Promise.reject(new Error('nothing is asked')),
      typesetter: () => Promise.reject(new Error('no mark is drawn')),
      forPlacements: [],
      key: 'cut',
      keptMatte: () => packMatte(matte, matte.alphas[0]),
      patience: 'asks',
      memory: source.memory,
      checkpoint: () => undefined,
    },
  )
  expect(findings!.map(({ code }) => code)).toContain('cut-detail')
  const named = facts!.map(({ fact }) => fact.name)
  expect(named).toContain(MATTE.name)
  expect(named).not.toContain(PRODUCT.name)
})

/** A dark bar on pale paper that leaves the frame on the left. */
function drawBar(): SrgbRgba8 {
  const picture = srgbRaster({ width: 400, height: 300 })
  for (let y = 0; y < 300; y++)
    for (let x = 0; x < 400; x++) {
      const colour = x < 200 && y > 100 && y < 180 ? [70, 60, 50] : [214, 212, 208]
      picture.data.set([...colour, 255], (y * 400 + x) * 4)
    }
  return picture
}

test('a product that reaches one side of the frame is cut, and said to reach it', async () => {
  const matte = await cutPicture(photographSource(drawBar()), context(roughFinder))
  if (matte.kind === 'uncut') throw new Error(`left uncut: ${matte.reason}`)
  expect(matte.atBorder).toBe('touches')
  expect(matte.box.x).toBeCloseTo(0, 2)
  expect(matte.box.width).toBeCloseTo(0.5, 2)
  expect(matte.box.y).toBeCloseTo(101 / 300, 2)
})

test('bare paper has no product', async () => {
  const picture = srgbRaster({ width: 300, height: 200 })
  picture.data.fill(210)
  const nowhere = placeFinder(() => 0.01)
  expect(await cutPicture(photographSource(picture), context(nowhere))).toEqual({
    kind: 'uncut',
    reason: 'no-product',
  })
})

test('stops at the next stage once a checkpoint throws', async () => {
  const { picture } = drawRing(300, false)
  const stages: string[] = []
  const stopping = {
    ...context(roughFinder),
    checkpoint: (stage: string) => {
      stages.push(stage)
      if (stage === 'edges') throw new Error('stop')
    },
  }
  await expect(cutPicture(photographSource(picture), stopping)).rejects.toThrow('stop')
  expect(stages).toEqual(['reduce', 'edges'])
})
