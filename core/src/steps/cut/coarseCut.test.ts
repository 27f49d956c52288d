import { describe, expect, test } from 'vitest'
import type { Contrast } from '../../edges'
import { labRaster, planeF32, planeU8 } from '../../raster'
import type { Backdrop } from './backdrop'
import { coarseCut, productVotes, STIFF_SMOOTHNESS } from './coarseCut'
import { CLASS } from './evidence'

const SIZE = { width: 80, height: 60 }
const PIXELS = SIZE.width * SIZE.height
const at = (x: number, y: number): number => y * SIZE.width + x
const PAPER: readonly number[] = [85, 0, 0]
const RED: readonly number[] = [45, 50, 30]

/** A red block on paper, as the finder sees it, all of the classes told. */
function scene(textured = false) {
  const lab = labRaster(SIZE)
  const probability = planeF32(SIZE)
  const classes = planeU8(SIZE)
  const plate = new Float32Array(PIXELS * 3)
  for (let y = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++) {
      const inside = x >= 20 && x < 50 && y >= 15 && y < 45
      lab.data.set(inside ? RED : PAPER, at(x, y) * 3)
      plate.set(PAPER, at(x, y) * 3)
      probability.data[at(x, y)] = inside ? 0.97 : 0.02
      classes.data[at(x, y)] = inside ? CLASS.open : CLASS.plain
    }
  const variance = new Float32Array(PIXELS * 3).fill(1)
  const backdrop: Backdrop = { ...SIZE, plate, variance, textured, seedShare: 0.8 }
  return { lab, probability, classes, backdrop }
}

const flat = (): Contrast => ({ strength: planeF32(SIZE), sharp: planeF32(SIZE) })

describe('votes', () => {
  test('are the finder’s log-odds, corrected by at most 3 nats of colour and by place', () => {
    const votes = productVotes(scene())
    expect(votes.data[at(30, 30)]).toBeCloseTo(Math.log(0.97 / 0.03) + 3 + 2.5, 1)
    expect(votes.data[at(5, 5)]).toBeCloseTo(Math.log(0.02 / 0.98) - 3, 1)
  })

  test('a gap that shows plain backdrop is opened against the finder, on a textured one it is not', () => {
    const gap = (textured: boolean, kind: number): number => {
      const input = scene(textured)
      for (let y = 25; y < 35; y++)
        for (let x = 30; x < 40; x++) {
          input.lab.data.set(PAPER, at(x, y) * 3)
          input.classes.data[at(x, y)] = kind
        }
      return productVotes(input).data[at(35, 30)]!
    }
    expect(gap(false, CLASS.island)).toBeLessThan(-0.5)
    expect(gap(false, CLASS.plainIsland)).toBeLessThan(gap(false, CLASS.island) - 4)
    expect(gap(true, CLASS.plainIsland)).toBeGreaterThan(-0.1)
  })
})

describe('the coarse cut', () => {
  test('follows the votes, and a stiff one gives up what only weak votes hold', () => {
    const votes = planeF32(SIZE)
    votes.data.fill(-6)
    for (let y = 15; y < 45; y++) votes.data.fill(8, at(20, y), at(50, y))
    // A twig of three pixels without an edge: 24 nats a column, against 19 of its two sides, or 68 stiff.
    for (let y = 29; y < 32; y++) votes.data.fill(8, at(50, y), at(70, y))
    const labels = coarseCut(votes, flat())
    expect(labels.data[at(60, 30)]).toBe(1)
    expect(labels.data[at(30, 30)]).toBe(1)
    expect(labels.data[at(30, 50)]).toBe(0)
    const stiff = coarseCut(votes, flat(), STIFF_SMOOTHNESS)
    expect(stiff.data[at(68, 30)]).toBe(0)
    expect(stiff.data[at(30, 30)]).toBe(1)
  })

  test('a sharp edge holds what smoothness would take', () => {
    const votes = planeF32(SIZE)
    votes.data.fill(-6)
    for (let y = 15; y < 45; y++) votes.data.fill(8, at(20, y), at(50, y))
    for (let y = 29; y < 32; y++) votes.data.fill(8, at(50, y), at(70, y))
    const contrast = flat()
    for (const y of [28, 29, 31, 32]) contrast.strength.data.fill(5, at(50, y), at(71, y))
    contrast.strength.data[at(69, 30)] = contrast.strength.data[at(70, 30)] = 5
    expect(coarseCut(votes, contrast, STIFF_SMOOTHNESS).data[at(68, 30)]).toBe(1)
  })
})
