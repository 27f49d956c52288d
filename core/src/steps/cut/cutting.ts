import { defineFact } from '../../facts'
import {
  baseSide,
  packMatte,
  unpackMatte,
  type Alpha,
  type CutMatte,
  type Matte,
  type PackedMatte,
} from '../../matte'
import type { DecideContext } from '../step'
import { cutPicture, type CoarseProduct } from './cut'

/** The key of one level of an automatic matte, under the key of the settings that made it. */
export const levelKey = (key: string, sidePx: number): string => `${key}/${sidePx}`

interface KeyedMatte {
  readonly key: string
  readonly matte: PackedMatte
}

/** An automatic cut as it is at the base level, and what makes finer levels of it. */
export interface Cutting {
  readonly automatic: Matte
  /** What was made anew, to be kept. */
  readonly made: readonly KeyedMatte[]
  /** The same with levels beyond the base, as longer sides in pixels. */
  readonly refined: (
    cut: CutMatte,
    sides: readonly number[],
  ) => Promise<{ readonly automatic: CutMatte; readonly made: readonly KeyedMatte[] }>
}

/** Cut's own: what it goes on from once the scales of the renditions are known; null where Cut is off. */
export const CUTTING = defineFact<Cutting | null>('cutting', null)

/** The automatic matte at its base level: what was kept of it, or cut anew. */
export async function beginCut(context: DecideContext): Promise<Cutting> {
  const { source, key, keptMatte, memory, network, checkpoint } = context
  const base = baseSide(source.size)
  const coarse = async (): Promise<CoarseProduct | Matte> =>
    cutPicture(source, { finder: await network('finder'), checkpoint })
  const packed = (matte: Matte, alpha: Alpha): KeyedMatte => ({
    key: levelKey(key, alpha.sidePx),
    matte: matte.kind === 'cut' ? packMatte(matte, alpha) : matte,
  })

  /** @param again gives what finer levels are made of. */
  const cuttingOf = (
    automatic: Matte,
    made: readonly KeyedMatte[],
    again: () => Promise<CoarseProduct | Matte>,
  ): Cutting => ({
    automatic,
    made,
    refined: async (cut, sides) => {
      const kept = sides.map((sidePx) => keptMatte(levelKey(key, sidePx)))
      if (kept.every((level) => level !== null)) {
        const levels = kept.flatMap((level) => {
          const matte = unpackMatte(level, [], memory)
          return matte.kind === 'cut' ? [matte.alphas[0]] : []
        })
        return { automatic: withLevels(cut, levels), made: [] }
      }
      const from = await again()
      const levels = sides.flatMap((sidePx) => {
        const level = from.kind === 'coarse' ? from.refine(sidePx) : from
        return level.kind === 'cut' ? [level.alphas[0]] : []
      })
      checkpoint('alpha')
      const automatic = withLevels(cut, levels)
      return { automatic, made: levels.map((alpha) => packed(automatic, alpha)) }
    },
  })

  const kept = keptMatte(levelKey(key, base))
  if (kept) return cuttingOf(unpackMatte(kept, [], memory), [], coarse)
  const found = await coarse()
  const automatic = found.kind === 'coarse' ? found.refine(base) : found
  checkpoint('alpha')
  const made =
    automatic.kind === 'cut'
      ? [packed(automatic, automatic.alphas[0])]
      : [{ key: levelKey(key, base), matte: automatic }]
  return cuttingOf(automatic, made, () => Promise.resolve(found))
}

const withLevels = (matte: CutMatte, finer: readonly Alpha[]): CutMatte => ({
  ...matte,
  alphas: [matte.alphas[0], ...finer],
})
