import type { Codec, Format } from '../codec'
import { packMatte, type CutMatte, type PackedMatte } from '../matte'
import { Memory, Scratch } from '../memory'
import type { NetworkId, NetworkOf, Networks } from '../networks'
import { planeU8, srgbRaster, type SrgbRgba8 } from '../raster'
import { levelKey } from '../steps'
import type { Plan } from '../brief'
import { stepKey } from '../brief'
import { cut } from '../steps/cut'
import type { EngineContext } from './context'
import { SURE_SIGNS } from '../matte/signs.testing'

export const RED = [180, 30, 20] as const
export const PAPER = [200, 200, 190] as const

/**
 * A red square of 100 px in the middle of 200 px of paper, its edge mixed over one pixel.
 *
 * @param lean columns by which each row lies left of the one below it.
 */
export function scene(lean = 0): { original: SrgbRgba8; matte: CutMatte } {
  const original = srgbRaster({ width: 200, height: 200 })
  const plane = planeU8({ width: 200, height: 200 })
  const toLinear = (v: number) => (v / 255) ** 2.2
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 200; x++) {
      const inside = (v: number): number =>
        v < 49 || v > 150 ? 0 : v === 49 || v === 150 ? 0.5 : 1
      const a = inside(x + Math.round((y - 99.5) * lean)) * inside(y)
      plane.data[y * 200 + x] = Math.round(a * 255)
      const mixed = RED.map(
        (v, c) => (a * toLinear(v) + (1 - a) * toLinear(PAPER[c]!)) ** (1 / 2.2) * 255,
      )
      original.data.set([...mixed, 255], (y * 200 + x) * 4)
    }
  const area = { x: 0, y: 0, width: 1, height: 1 }
  const box = { x: (50 - 50 * lean) / 200, y: 50 / 200, width: 0.5 * (1 + lean), height: 0.5 }
  const alphas: CutMatte['alphas'] = [{ sidePx: 200, area, plane }]
  return {
    original,
    matte: {
      kind: 'cut',
      box,
      unsure: 0,
      holes: 0,
      signs: SURE_SIGNS,
      doubts: [],
      repairs: 0,
      atBorder: 'clear',
      alphas,
    },
  }
}

/** A matte under the key by which the plan's Cut looks for it. */
export const keptFor = (plan: Plan, matte: CutMatte): ReadonlyMap<string, PackedMatte> =>
  new Map(
    matte.alphas.map((alpha) => [
      levelKey(stepKey(plan, cut), alpha.sidePx),
      packMatte(matte, alpha),
    ]),
  )

/** Bytes that say what was encoded; quality sets their number. */
export interface RecordingCodec extends Codec {
  readonly encoded: { format: Format; picture: SrgbRgba8; quality: number }[]
}

export function recordingCodec(): RecordingCodec {
  const encoded: RecordingCodec['encoded'] = []
  return {
    encoded,
    preview: () => Promise.reject(new Error('not needed')),
    decode: () => Promise.reject(new Error('not used')),
    encode: async (picture, format, quality) => {
      encoded.push({ format, picture, quality })
      const bytes = new Uint8Array(quality * 100)
      bytes.set([0xff, 0xd8, 0xff, 0xdb])
      return bytes
    },
  }
}

/** Surroundings without networks or assets, in which nothing is stopped. */
export const playedContext = (change: Partial<EngineContext> = {}): EngineContext => ({
  codec: recordingCodec(),
  network: () => Promise.reject(new Error('a kept matte needs no network')),
  typesetter: () => Promise.reject(new Error('no mark is drawn')),
  asset: () => Promise.resolve(null),
  mattes: new Map(),
  memory: new Memory(),
  scratch: new Scratch(),
  signal: { aborted: false },
  ...change,
})

/** Networks that are played; any other is an error. */
export const playedNetworks =
  (played: Partial<Networks>): NetworkOf =>
  <Id extends NetworkId>(id: Id): Promise<Networks[Id]> => {
    const network: Networks[Id] | undefined = played[id]
    return network ? Promise.resolve(network) : Promise.reject(new Error(`no ${id} is played`))
  }
