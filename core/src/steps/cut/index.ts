import { z } from 'zod'
import {
  baseSide,
  matteSide,
  packMatte,
  unpackMatte,
  type Matte,
  type PackedMatte,
} from '../../matte'
import { defineStep, type DecideContext } from '../step'
import { CUT_CONTROLS } from './controls'
import { cutPicture } from './cut'
import { CUT_FINDINGS, examineForCut, matteFindings } from './findings'
import { LIFT } from './lift'
import { CutSettings } from './settings'

/** What a cut-out is looked at on. */
const MID_GREY = '#808080'

/**
 * Cut: separates the product from its backdrop. It reads the original's own pixels, which no
 * setting changes, so a change of Light never cuts again.
 */
export const cut = defineStep({
  id: 'cut',
  title: 'Cut',
  engine: 2,
  settings: CutSettings,
  own: z.strictObject({}),
  controls: CUT_CONTROLS,
  findings: CUT_FINDINGS,
  describe: ({ method }) => (method === 'automatic' ? 'automatic' : 'off, the photograph whole'),
  examine: examineForCut,
  decide: async (_facts, { method }, _own, context) => {
    if (method === 'off') return {}
    const { matte, made } = await automaticMatte(context)
    return {
      facts: { matte, product: matte.kind === 'cut' ? matte.box : null },
      findings: matteFindings(matte),
      mattes: made,
    }
  },
  show: (draft, { matte }) =>
    matte?.kind === 'cut'
      ? {
          ...draft,
          behind: { kind: 'colour', colour: MID_GREY },
          passes: [...draft.passes, LIFT],
        }
      : draft,
})

/** The key of one level of an automatic matte, under the key of the settings that made it. */
export const levelKey = (key: string, sidePx: number): string => `${key}/${sidePx}`

/** The matte at the levels that are needed: as far as it goes from what was kept, the rest cut anew. */
async function automaticMatte(
  context: DecideContext,
): Promise<{ matte: Matte; made: { key: string; matte: PackedMatte }[] }> {
  const { source, key, keptMatte, checkpoint } = context
  const base = baseSide(source.size)
  const keyOf = (sidePx: number): string => levelKey(key, sidePx)
  const keptBase = keptMatte(keyOf(base))
  if (keptBase?.kind === 'uncut') return { matte: keptBase, made: [] }
  if (keptBase) {
    const finer = finerSides(context, keptBase.box)
    const kept = finer.map((sidePx) => keptMatte(keyOf(sidePx))).filter((level) => level !== null)
    if (kept.length === finer.length) return { matte: unpackMatte(keptBase, kept), made: [] }
  }
  const finder = await context.network('finder')
  const coarse = await cutPicture(source, { finder, checkpoint })
  if (coarse.kind === 'uncut') return { matte: coarse, made: [{ key: keyOf(base), matte: coarse }] }
  const whole = coarse.refine(base)
  if (whole.kind === 'uncut') return { matte: whole, made: [{ key: keyOf(base), matte: whole }] }
  const matte: Matte = {
    ...whole,
    alphas: [
      whole.alphas[0],
      ...finerSides(context, whole.box).flatMap((sidePx) => {
        const level = coarse.refine(sidePx)
        return level.kind === 'cut' ? [level.alphas[0]] : []
      }),
    ],
  }
  checkpoint('alpha')
  const made = matte.alphas.map((alpha) => ({
    key: keyOf(alpha.sidePx),
    matte: packMatte(matte, alpha),
  }))
  return { matte, made }
}

/** The levels beyond the base that the renditions of a product in this box need. */
function finerSides(
  { source, sidesNeeded }: DecideContext,
  box: Parameters<DecideContext['sidesNeeded']>[0],
): number[] {
  const base = baseSide(source.size)
  const sides = sidesNeeded(box).map((needed) => matteSide(source.size, needed))
  return [...new Set(sides)].filter((sidePx) => sidePx > base).sort((a, b) => a - b)
}
