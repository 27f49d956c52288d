import type { CutMatte, Matte } from '../../../matte'
import { confidenceOf } from '../confidence'

/** A matte without its pixels. */
export type CutFacts =
  | Extract<Matte, { kind: 'uncut' }>
  | (Pick<CutMatte, 'kind' | 'box' | 'doubts' | 'repairs' | 'atBorder' | 'holes'> & {
      /** The chance that the automatic cut is good, 0…1; null where it was made or repaired by hand. */
      readonly confidence01: number | null
    })

export function cutFacts(matte: Matte): CutFacts {
  if (matte.kind === 'uncut') return matte
  const { kind, box, doubts, repairs, atBorder, holes, signs } = matte
  const confidence01 = signs && repairs === 0 ? confidenceOf(signs) : null
  return { kind, box, doubts, repairs, atBorder, holes, confidence01 }
}
