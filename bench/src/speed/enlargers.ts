import type { Enlarger } from '@cloudbank/core/networks'
import { createNodeNetworks } from '@cloudbank/hosts/node'

/** A part of a photograph with its surroundings, as they go through a network, in pixels. */
const SEEN_PX = 216
const ROUNDS = 3

/** Seconds that each enlarger takes for a megapixel that it makes, on one core. */
export async function enlargerSeconds(): Promise<{
  readonly twice: number
  readonly fourTimes: number
}> {
  const network = createNodeNetworks()
  return {
    twice: await secondsOf(await network('enlarger2'), 2),
    fourTimes: await secondsOf(await network('enlarger4'), 4),
  }
}

async function secondsOf(enlarger: Enlarger, times: number): Promise<number> {
  const planes = Float32Array.from({ length: 3 * SEEN_PX ** 2 }, (_, i) => (i % 251) / 251)
  const size = { width: SEEN_PX, height: SEEN_PX }
  await enlarger(planes, size)
  const began = performance.now()
  for (let round = 0; round < ROUNDS; round++) await enlarger(planes, size)
  const megapixels = (ROUNDS * (SEEN_PX * times) ** 2) / 1e6
  return (performance.now() - began) / 1000 / megapixels
}
