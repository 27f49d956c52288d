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
import { finderOf } from '../../networks'
import type { DecideContext } from '../step'
import { cutPicture, finerAlpha } from './cut'
import { hintedLook, hintsOf, knownLook, type HintedLook, type Repair } from './repair'

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
  /** What the network says, told by repairs. */
  readonly look: HintedLook | null
  /** The same with levels beyond the base, as longer sides in pixels. */
  readonly refined: (
    cut: CutMatte,
    sides: readonly number[],
  ) => Promise<{ readonly automatic: CutMatte; readonly made: readonly KeyedMatte[] }>
}

/** Cut's own: what it goes on from once the scales of the renditions are known; null where Cut is off. */
export const CUTTING = defineFact<Cutting | null>('cutting', null)

/** The automatic matte at its base level: what was kept of it, or cut anew. */
export async function beginCut(
  context: DecideContext,
  repairs: readonly Repair[],
): Promise<Cutting> {
  const { source, key, keptMatte, memory, network, checkpoint } = context
  const refined: Cutting['refined'] = async (cut, sides) => {
    const levels: Alpha[] = []
    const drawn: Alpha[] = []
    for (const sidePx of sides) {
      const kept = keptMatte(levelKey(key, sidePx))
      const matte = kept && unpackMatte(kept, [], memory)
      if (matte?.kind === 'cut') {
        levels.push(matte.alphas[0])
        continue
      }
      const edge = await network('edge')
      const alpha = await finerAlpha(source, cut.alphas[0], sidePx, { edge, checkpoint })
      levels.push(alpha)
      drawn.push(alpha)
    }
    const automatic: CutMatte = { ...cut, alphas: [cut.alphas[0], ...levels] }
    return { automatic, made: drawn.map((alpha) => packed(key, automatic, alpha)) }
  }

  const baseKey = levelKey(key, baseSide(source.size))
  const look = await lookFor(repairs, context)
  const kept = keptMatte(baseKey)
  if (kept) return { automatic: unpackMatte(kept, [], memory), made: [], look, refined }
  const finder = finderOf(network)
  const edge = await network('edge')
  const automatic = await cutPicture(source, { finder, edge, checkpoint })
  const made =
    automatic.kind === 'cut'
      ? packed(key, automatic, automatic.alphas[0])
      : { key: baseKey, matte: automatic }
  return { automatic, made: [made], look, refined }
}

/** What the network says to the hints among repairs. */
async function lookFor(
  repairs: readonly Repair[],
  { source, network, patience, checkpoint }: DecideContext,
): Promise<HintedLook | null> {
  const hints = hintsOf(repairs)
  if (hints.length === 0) return null
  if (patience === 'goes by what is known') return knownLook(source, hints)
  const look = await hintedLook(source, finderOf(network), hints)
  checkpoint('hints')
  return look
}

const packed = (key: string, matte: CutMatte, alpha: Alpha): KeyedMatte => ({
  key: levelKey(key, alpha.sidePx),
  matte: packMatte(matte, alpha),
})
