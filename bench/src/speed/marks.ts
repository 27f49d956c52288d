import { performance } from 'node:perf_hooks'
import { BriefSteps, planShot } from '@cloudbank/core/brief'
import type { Codec } from '@cloudbank/core/codec'
import { renderShot } from '@cloudbank/core/engine'
import { Memory, Scratch } from '@cloudbank/core/memory'
import { srgbRaster } from '@cloudbank/core/raster'
import { photographSource } from '@cloudbank/core/source'
import { createNodeTypesetter, nodeCodec } from '@cloudbank/hosts/node'

const COUNT = 100
const LABEL = {
  kind: 'label',
  id: 'price',
  text: '~~{old price}~~ {price}',
  look: { sizePct: 5 },
  plate: { shape: 'rounded', colour: '#F2D16B' },
}
const ALL = [
  LABEL,
  { kind: 'call-out', id: 'rim', text: 'Rolled rim', place: { on: 'frame', x: 0, y: 1 } },
  { kind: 'dimension', id: 'tall', text: '9 cm' },
]

/** What marks add to the drawing of a hundred renditions of 1200 pixels on one core. */
export interface MarkSpeed {
  /** Renditions a second of a price's text work alone: what drawing takes longer than without it. */
  readonly pricesASecond: number
  /** The same of a price, a call-out and a dimension. */
  readonly threeASecond: number
  /** Opening the drawing library and its fonts, once a worker. */
  readonly openMs: number
}

export async function markSpeed(): Promise<MarkSpeed> {
  const photograph = srgbRaster({ width: 1200, height: 1200 })
  photograph.data.fill(250)
  const source = photographSource(photograph)
  const typesetter = createNodeTypesetter()
  const codec: Codec = {
    ...nodeCodec,
    encode: () => Promise.resolve(new Uint8Array([0xff, 0xd8, 0xff, 0xdb])),
    decode: () => Promise.resolve(photograph),
  }
  const shared = { memory: new Memory(), scratch: new Scratch() }
  const draw = async (marks: readonly object[], price: number): Promise<void> => {
    const steps = BriefSteps.parse({
      light: { neutral: { from: 'photograph' } },
      cut: { method: 'off' },
      ground: { behind: { kind: 'original' } },
      mark: { marks },
      finish: { placements: [{ id: 'p', name: 'p', longSidePx: 1200, format: 'webp' }] },
    })
    const words = { price: `€ ${price}.50`, was: `€ ${price + 10}.00` }
    const about = { words, isCover: true, day: '', pictures: {} }
    await renderShot(source, planShot('0'.repeat(64), steps, {}, about), {
      codec,
      network: () => Promise.reject(new Error('nothing is cut')),
      typesetter,
      asset: () => Promise.resolve(null),
      mattes: new Map(),
      signal: { aborted: false },
      ...shared,
    })
  }
  const secondsOf = async (marks: readonly object[]): Promise<number> => {
    const began = performance.now()
    for (let i = 0; i < COUNT; i++) await draw(marks, i)
    return (performance.now() - began) / 1000
  }
  await draw([], 0)
  const began = performance.now()
  await draw(ALL, 0)
  const openMs = performance.now() - began
  const plain = await secondsOf([])
  return {
    pricesASecond: COUNT / ((await secondsOf([LABEL])) - plain),
    threeASecond: COUNT / ((await secondsOf(ALL)) - plain),
    openMs,
  }
}
