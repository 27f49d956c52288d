import { describe, expect, test } from 'vitest'
import { sharpEdges } from '../../edges'
import { labRaster, nearestSites, planeF32, planeU8, SITE } from '../../raster'
import { seededRandom } from '../../raster/seeded.testing'
import { dropStrayPieces } from './strayPieces'
import { DIRECTIONS, minimumCut } from './gridCut'
import { pullPush } from './inpaint'
import { densitiesAt, fitMixture, type Mixture } from './mixture'
import { lightOf, shadeOf } from './shade'

describe('minimumCut', () => {
  const width = 4
  const height = 3

  function energy(labels: number, votes: Float32Array, links: Float32Array[]): number {
    let sum = 0
    for (let i = 0; i < votes.length; i++) {
      const inside = (labels >> i) & 1
      sum += inside ? Math.max(0, -votes[i]!) : Math.max(0, votes[i]!)
      links.forEach((costs, k) => {
        const { dx, dy } = DIRECTIONS[k * 2]!
        const nx = (i % width) + dx
        const ny = Math.floor(i / width) + dy
        if (nx < 0 || nx >= width || ny >= height) return
        if (((labels >> (ny * width + nx)) & 1) !== inside) sum += costs[i]!
      })
    }
    return sum
  }

  test.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'finds the least energy of all 4096 labelings, seed %i',
    (seed) => {
      const random = seededRandom(seed)
      const votes = planeF32(
        { width, height },
        Float32Array.from({ length: 12 }, () => Math.round((random() * 8 - 4) * 100) / 100),
      )
      const links = DIRECTIONS.filter((_, d) => d % 2 === 0).map(({ dx, dy }) =>
        Float32Array.from({ length: 12 }, (_, i) => {
          const nx = (i % width) + dx
          const ny = Math.floor(i / width) + dy
          return nx < 0 || nx >= width || ny >= height ? 0 : Math.round(random() * 300) / 100
        }),
      )
      let least = Infinity
      for (let labels = 0; labels < 4096; labels++)
        least = Math.min(least, energy(labels, votes.data, links))
      const labels = planeU8({ width, height })
      minimumCut(votes, links, labels)
      const found = labels.data.reduce((bits, v, i) => bits | (v << i), 0)
      expect(energy(found, votes.data, links)).toBeCloseTo(least, 2)
    },
  )
})

/** The sum of its Gaussians at one colour. */
function slowDensity({ count, packed }: Mixture, [l, a, b]: Float32Array): number {
  let sum = 0
  for (let k = 0; k < count; k++) {
    const [log, ml, ma, mb, xx, yy, zz, xy, xz, yz] = packed.subarray(k * 10, k * 10 + 10)
    const [x, y, z] = [l! - ml!, a! - ma!, b! - mb!]
    const distance =
      xx! * x * x + yy! * y * y + zz! * z * z + xy! * x * y + xz! * x * z + yz! * y * z
    sum += Math.exp(log! - distance / 2)
  }
  return sum
}

describe('fitMixture', () => {
  test('finds two clusters and rates them above what lies between', () => {
    const random = seededRandom(6)
    const samples = new Float32Array(600)
    for (let i = 0; i < 200; i++) {
      const centre = i % 2 ? [80, 5, 10] : [30, -20, 40]
      for (let c = 0; c < 3; c++) samples[i * 3 + c] = centre[c]! + (random() - 0.5) * 4
    }
    const mixture = fitMixture(samples, 2)
    const at = (...lab: number[]) => Math.log(densitiesAt(mixture, Float32Array.from(lab))[0]!)
    expect(at(80, 5, 10)).toBeCloseTo(at(30, -20, 40), 0)
    // Halfway between them there is nothing: what is below e⁻²⁵ is left out.
    expect(at(55, -8, 25)).toBe(-Infinity)
  })

  test('rates colours as its slow twin does, many and few at once', () => {
    const random = seededRandom(9)
    const colours = (count: number) =>
      Float32Array.from({ length: count * 3 }, (_, i) =>
        i % 3 ? random() * 40 - 20 : random() * 60,
      )
    const mixture = fitMixture(colours(300), 4)
    for (const count of [1, 3, 4097]) {
      const asked = colours(count)
      const found = densitiesAt(mixture, asked)
      expect(found.length).toBe(count)
      for (let i = 0; i < count; i++) {
        const expected = slowDensity(mixture, asked.subarray(i * 3, i * 3 + 3))
        expect(Math.abs(found[i]! - expected)).toBeLessThan(1e-5 * expected + 1e-12)
      }
    }
  })

  test('of no samples is nothing everywhere', () => {
    expect([...densitiesAt(fitMixture(new Float32Array(0), 5), Float32Array.of(50, 0, 0))]).toEqual(
      [0],
    )
  })
})

test('pullPush keeps what is known and fills a gap in a ramp with the ramp', () => {
  const width = 32
  const values = Float32Array.from({ length: width * width }, (_, i) => i % width)
  const known = Float32Array.from({ length: width * width }, (_, i) => {
    const x = i % width
    const y = Math.floor(i / width)
    return x > 11 && x < 20 && y > 11 && y < 20 ? 0 : 1
  })
  const filled = pullPush(
    values.map((v, i) => (known[i] ? v : 999)),
    known,
    width,
    width,
    1,
  )
  filled.forEach((v, i) => {
    if (known[i]) expect(v).toBe(values[i])
    else expect(Math.abs(v - values[i]!)).toBeLessThan(4)
  })
})

test('sharpEdges sees a hard step and passes over a soft one of the same height', () => {
  const lab = labRaster({ width: 80, height: 20 })
  for (let y = 0; y < 20; y++)
    for (let x = 0; x < 80; x++) {
      const soft = 30 / (1 + Math.exp(-(x - 55) / 4))
      lab.data[(y * 80 + x) * 3] = 40 + (x >= 20 ? 30 : 0) - soft
    }
  const { sharp } = sharpEdges(lab)
  const row = sharp.data.subarray(10 * 80, 11 * 80)
  expect(Math.max(...row.subarray(15, 25))).toBeGreaterThan(4)
  expect(Math.max(...row.subarray(40, 70))).toBe(0)
})

test('shade: the backdrop in less light is compatible, another hue is not', () => {
  const plate = Float32Array.of(80, 4, 12)
  const half = (80 + 16) * Math.cbrt(0.5) - 16
  const k = (half + 16) / 96
  expect(shadeOf(Float32Array.of(half, 4 * k, 12 * k), plate, 0)).toBeGreaterThan(0.95)
  expect(lightOf(Float32Array.of(half, 4 * k, 12 * k), plate, 0)).toBeCloseTo(0.5, 2)
  expect(shadeOf(Float32Array.of(half, -15, 12 * k), plate, 0)).toBeLessThan(0.01)
  expect(shadeOf(Float32Array.of(2, 0, 0), plate, 0)).toBeLessThan(0.05)
})

test('nearestSites gives each band pixel the nearest site', () => {
  const random = seededRandom(13)
  const [width, height] = [25, 18]
  const kinds = Uint8Array.from({ length: width * height }, () =>
    random() < 0.06 ? SITE.site : SITE.band,
  )
  const band = [...kinds.keys()].filter((i) => kinds[i] === SITE.band)
  const nearest = nearestSites(kinds, width, height, band)
  const distance = (i: number, j: number) =>
    ((i % width) - (j % width)) ** 2 + (Math.floor(i / width) - Math.floor(j / width)) ** 2
  for (let i = 0; i < kinds.length; i++) {
    if (kinds[i] !== SITE.band) continue
    let least = Infinity
    for (let j = 0; j < kinds.length; j++)
      if (kinds[j] === SITE.site) least = Math.min(least, distance(i, j))
    expect(distance(i, nearest[i]!)).toBe(least)
  }
})

test('of the pieces of a cut a speck goes, and a small one that the finder doubts; a second large one stays', () => {
  const size = { width: 200, height: 200 }
  const labels = planeU8(size)
  const rect = (x0: number, y0: number, x1: number, y1: number, value: number) => {
    for (let y = y0; y < y1; y++) labels.data.fill(value, y * 200 + x0, y * 200 + x1)
  }
  rect(20, 20, 120, 120, 1)
  rect(140, 30, 190, 90, 1)
  rect(150, 170, 154, 174, 1)
  rect(20, 140, 40, 160, 1)
  rect(60, 140, 80, 160, 1)
  const finder = planeF32(size)
  finder.data.fill(0.9)
  for (let y = 140; y < 160; y++) finder.data.fill(0.6, y * 200 + 20, y * 200 + 40)
  dropStrayPieces(labels, finder)
  const at = (x: number, y: number) => labels.data[y * 200 + x]
  expect([at(70, 70), at(160, 60), at(70, 150)]).toEqual([1, 1, 1])
  expect([at(152, 172), at(30, 150)]).toEqual([0, 0])
})
