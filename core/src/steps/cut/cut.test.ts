import { expect, test } from 'vitest'
import { FINDER_SIDE_PX, type Finder } from '../../networks'
import { pixelsOf, srgbRaster, type SrgbRgba8 } from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { photographSource } from '../../source'
import { cutPicture } from './cut'

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

/** A finder that knows roughly: a soft disc, holes filled, as the real one sees. */
const roughFinder: Finder = async () =>
  Float32Array.from({ length: FINDER_SIDE_PX ** 2 }, (_, i) => {
    const x = (i % FINDER_SIDE_PX) / FINDER_SIDE_PX - 0.5
    const y = Math.floor(i / FINDER_SIDE_PX) / FINDER_SIDE_PX - 0.5
    return 1 / (1 + Math.exp((Math.hypot(x, y) - 0.31) * 60))
  })

const context = (finder: Finder) => ({
  finder,
  checkpoint: () => undefined,
})

test('cuts a ring on paper to the truth, its gap opened', async () => {
  const { picture, truth } = drawRing(700, true)
  const coarse = await cutPicture(photographSource(picture), context(roughFinder))
  if (coarse.kind === 'uncut') throw new Error(`left uncut: ${coarse.reason}`)
  const matte = coarse.refine(700)
  if (matte.kind !== 'cut') throw new Error('lost on the way')
  const { box, holes } = matte
  const { plane: alpha, area: area01 } = matte.alphas[0]
  const area = pixelsOf(area01, picture)
  let wrong = 0
  for (let y = 0; y < alpha.height; y++)
    for (let x = 0; x < alpha.width; x++) {
      const inside = truth(area.x + x + 0.5, area.y + y + 0.5)
      if (alpha.data[y * alpha.width + x]! > 127 !== inside) wrong++
    }
  expect(wrong / (alpha.width * alpha.height)).toBeLessThan(0.005)
  expect(holes).toBe(1)
  expect(box.x).toBeCloseTo(0.2, 2)
  expect(box.width).toBeCloseTo(0.6, 2)
})

test('a product that runs out of the frame is left uncut', async () => {
  const { picture } = drawRing(300, false)
  const everywhere: Finder = async (planes) => new Float32Array(planes.length / 3).fill(0.9)
  expect(await cutPicture(photographSource(picture), context(everywhere))).toEqual({
    kind: 'uncut',
    reason: 'runs-out-of-frame',
  })
})

test('bare paper has no product', async () => {
  const picture = srgbRaster({ width: 300, height: 200 })
  picture.data.fill(210)
  const nowhere: Finder = async (planes) => new Float32Array(planes.length / 3).fill(0.01)
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
  expect(stages).toEqual(['reduce', 'finder', 'edges'])
})
