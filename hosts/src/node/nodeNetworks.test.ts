import { describe, expect, test } from 'vitest'
import { NETWORK_FILES } from '@cloudbank/core/networks'
import { createNodeNetworks, readNetworkFile } from './nodeNetworks'

const SIDE = 96

/** A dark disc on pale ground, anti-aliased, with what a coarse map would say of it: soft, and off to one side. */
function disc() {
  const truth = new Float32Array(SIDE * SIDE)
  const coarse = new Float32Array(SIDE * SIDE)
  const image = new Float32Array(3 * SIDE * SIDE)
  const within = (x: number, y: number, soft: number): number =>
    Math.min(1, Math.max(0, (30 - Math.hypot(x - 48, y - 48)) / soft + 0.5))
  for (let y = 0, i = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, i++) {
      truth[i] = within(x + 0.5, y + 0.5, 1)
      coarse[i] = within(x + 0.5 - 1.5, y + 0.5, 8)
      for (let c = 0; c < 3; c++) image[c * SIDE * SIDE + i] = 0.85 - 0.6 * truth[i]!
    }
  return { truth, coarse, image }
}

const errorOf = (alpha: Float32Array, truth: Float32Array): number =>
  alpha.reduce((sum, value, i) => sum + Math.abs(value - truth[i]!), 0) / truth.length

describe('the network that draws outlines', () => {
  test('finds the outline beside a coarse map, to a quarter of its error', async () => {
    const { truth, coarse, image } = disc()
    const edge = await createNodeNetworks()('edge')
    const alpha = await edge({ pieces: 1, width: SIDE, height: SIDE, image, coarse })
    expect(errorOf(alpha, truth)).toBeLessThan(errorOf(coarse, truth) / 4)
  })

  test('answers each piece by itself', async () => {
    const { coarse, image } = disc()
    const edge = await createNodeNetworks()('edge')
    const one = await edge({ pieces: 1, width: SIDE, height: SIDE, image, coarse })
    const twice = (values: Float32Array): Float32Array => Float32Array.of(...values, ...values)
    const two = await edge({
      pieces: 2,
      width: SIDE,
      height: SIDE,
      image: twice(image),
      coarse: twice(coarse),
    })
    expect(two).toEqual(twice(one))
  })
})

describe('the files of the networks', () => {
  test.each(Object.values(NETWORK_FILES))('$name is the one that is named', async (file) => {
    expect((await readNetworkFile(file)).byteLength).toBeGreaterThan(50_000)
  })

  test('another one is refused by its name', async () => {
    const other = { ...NETWORK_FILES.edge, sha256: NETWORK_FILES.finder.sha256 }
    await expect(readNetworkFile(other)).rejects.toThrow(/edge\.onnx is damaged/)
  })
})
