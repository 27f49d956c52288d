import { describe, expect, test } from 'vitest'
import { planeF32, planeU8, type PlaneF32, type PlaneU8 } from '../../raster'
import { findDoubts, type DoubtInput } from './doubts'

const SIZE = { width: 120, height: 100 }
const inside = (x: number, y: number): boolean => x >= 30 && x < 90 && y >= 20 && y < 80

function labelsOf(is: (x: number, y: number) => boolean): PlaneU8 {
  const labels = planeU8(SIZE)
  for (let i = 0; i < labels.data.length; i++)
    labels.data[i] = is(i % SIZE.width, Math.floor(i / SIZE.width)) ? 1 : 0
  return labels
}

/** A sharp edge all round but along the upper part of the right side, from 25 to 55 down. */
function sharpness(): PlaneF32 {
  const sharp = planeF32(SIZE)
  for (let y = 18; y < 82; y++)
    for (let x = 28; x < 92; x++) {
      const nearEdge = x < 32 || x > 87 || y < 22 || y > 77
      if (nearEdge && !(x > 80 && y > 25 && y < 55)) sharp.data[y * SIZE.width + x] = 3
    }
  return sharp
}
const sharp = sharpness()
const contrast = { sharp, strength: sharp }
const labels = labelsOf(inside)
const sure = planeF32(SIZE)
sure.data.fill(10)
const found = (input: Partial<DoubtInput>) =>
  findDoubts({ labels, stiff: labels, contrast, votes: sure, patches: [], ...input })

test('a stretch without a sharp edge is in doubt, where it is and as long as it is', () => {
  const [doubt, ...others] = found({})
  expect(others).toEqual([])
  expect(doubt!.box.x * SIZE.width).toBe(89)
  expect(doubt!.box.y * SIZE.height).toBeCloseTo(27, -0.5)
  expect(doubt!.box.height * SIZE.height).toBeGreaterThan(24)
  expect(doubt!.box.height * SIZE.height).toBeLessThan(31)
  for (const [x] of doubt!.points) expect(x * SIZE.width).toBe(89.5)
})

test('a piece that comes or goes with the stiffness is worse than an unclear edge', () => {
  const bitten = labelsOf((x, y) => inside(x, y) && !(x < 50 && y > 60))
  const [worst, next] = found({ labels: bitten })
  expect(worst!.box.x * SIZE.width).toBeLessThan(50)
  expect((worst!.box.y + worst!.box.height) * SIZE.height).toBeGreaterThan(60)
  expect(next!.box.x * SIZE.width).toBe(89)
})

test('an outline along sharp edges alone is in no doubt', () => {
  const all = planeF32(SIZE)
  all.data.fill(3)
  expect(found({ contrast: { sharp: all, strength: all } })).toEqual([])
})

describe('a gap', () => {
  const isIn = (x: number, y: number): boolean => x >= 50 && x < 60 && y >= 40 && y < 44
  const pixels = [...labels.data.keys()].filter((i) =>
    isIn(i % SIZE.width, Math.floor(i / SIZE.width)),
  )
  const pierced = labelsOf((x, y) => inside(x, y) && !isIn(x, y))
  const all = planeF32(SIZE)
  all.data.fill(3)
  const everySharp = { sharp: all, strength: all }
  const votesOf = (vote: number): PlaneF32 => {
    const votes = planeF32(SIZE, sure.data.slice())
    for (const i of pixels) votes.data[i] = vote
    return votes
  }
  const ofPierced = (vote: number) =>
    found({ labels: pierced, stiff: pierced, contrast: everySharp, votes: votesOf(vote) })
  const ofPatch = (vote: number) =>
    found({ contrast: everySharp, votes: votesOf(vote), patches: [{ pixels, shows: 'product' }] })

  test('that is open is in doubt where little speaks against the product, at its place', () => {
    expect(ofPierced(-6)).toEqual([])
    const [doubt, ...others] = ofPierced(-2)
    expect(others).toEqual([])
    expect(doubt).toMatchObject({ kind: 'gap', isOpen: true, share01: 40 / 3560 })
    expect(doubt!.box.x).toBeCloseTo(50 / 120, 9)
    expect(doubt!.box.height).toBeCloseTo(4 / 100, 9)
    const [x, y] = doubt!.points[0]!
    expect(isIn(x * SIZE.width, y * SIZE.height)).toBe(true)
  })

  test('that is closed is in doubt where little speaks for the product', () => {
    expect(ofPatch(6)).toEqual([])
    expect(ofPatch(2)).toMatchObject([{ kind: 'gap', isOpen: false, share01: 40 / 3600 }])
  })
})
