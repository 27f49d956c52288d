import {
  baseSide,
  matteSide,
  packMatte,
  unpackMatte,
  type CutMatte,
  type Matte,
  type PackedMatte,
} from '../../matte'
import { defineStep, type DecideContext } from '../step'
import { CUT_CONTROLS } from './controls'
import { cutPicture } from './cut'
import { CUT_FINDINGS, examineForCut, matteFindings } from './findings'
import { liftBy } from './lift'
import { doneOf, saysOf } from '../../strokes'
import { CutOwn, isWorked, repairedMatte, type HandWork } from './repair'
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
  engine: 3,
  settings: CutSettings,
  keptBy: ['method'],
  own: CutOwn,
  controls: CUT_CONTROLS,
  findings: CUT_FINDINGS,
  describe: ({ method, edgeShift, edgeSoften, edgeTightenPct }) => {
    if (method === 'off') return 'off, the photograph whole'
    const edge = edgeShift !== 0 || edgeSoften !== 0 || edgeTightenPct !== 0
    return edge ? 'automatic, its edge worked on' : 'automatic'
  },
  // Repairs that are hidden do nothing, and what one is called changes nothing.
  ownKeyPart: ({ repairs }) => {
    const done = doneOf(repairs)
    return done.length === 0 ? null : done.map(saysOf)
  },
  examine: examineForCut,
  decide: async (_facts, settings, { repairs }, context) => {
    if (settings.method === 'off') return {}
    const work: HandWork = { repairs: doneOf(repairs), edge: settings }
    const isByHand = isWorked(work)
    const { source } = context
    const base = baseSide(source.size)
    const finerOf = (matte: Matte): readonly number[] => {
      const found = isByHand ? repairedMatte(source, matte, work, [base]) : matte
      return found.kind === 'cut' ? finerSides(context, found.box) : []
    }
    const { automatic, sides, made } = await automaticMatte(context, finerOf)
    const matte = isByHand ? repairedMatte(source, automatic, work, [base, ...sides]) : automatic
    if (matte.kind === 'uncut')
      return { facts: { matte }, findings: matteFindings(matte), mattes: made }
    return {
      facts: { matte, product: matte.box, lift: liftBy(settings.fringePct / 100) },
      findings: matteFindings(matte),
      mattes: made,
    }
  },
  show: (draft, { lift }) =>
    lift
      ? {
          ...draft,
          behind: { kind: 'colour', colour: MID_GREY },
          passes: [...draft.passes, lift],
        }
      : draft,
})

/** The key of one level of an automatic matte, under the key of the settings that made it. */
export const levelKey = (key: string, sidePx: number): string => `${key}/${sidePx}`

/** An automatic matte and the levels beyond the base that are wanted of it. */
interface Automatic {
  readonly automatic: Matte
  readonly sides: readonly number[]
  readonly made: { key: string; matte: PackedMatte }[]
}

/**
 * The automatic matte at the levels that are needed: as far as it goes from what was kept, the rest cut anew.
 *
 * @param finerOf levels beyond the base, as longer sides in pixels, by the matte at its base level.
 */
async function automaticMatte(
  context: DecideContext,
  finerOf: (base: Matte) => readonly number[],
): Promise<Automatic> {
  const { source, key, keptMatte, checkpoint } = context
  const base = baseSide(source.size)
  const keyOf = (sidePx: number): string => levelKey(key, sidePx)
  const keptBase = keptMatte(keyOf(base))
  if (keptBase) {
    const whole = unpackMatte(keptBase)
    const sides = finerOf(whole)
    if (whole.kind === 'uncut') return { automatic: whole, sides, made: [] }
    const kept = sides.map((sidePx) => keptMatte(keyOf(sidePx))).filter((level) => level !== null)
    if (kept.length === sides.length)
      return { automatic: unpackMatte(keptBase, kept), sides, made: [] }
  }
  const finder = await context.network('finder')
  const coarse = await cutPicture(source, { finder, checkpoint })
  const whole = coarse.kind === 'uncut' ? coarse : coarse.refine(base)
  const sides = finerOf(whole)
  if (whole.kind === 'uncut')
    return { automatic: whole, sides, made: [{ key: keyOf(base), matte: whole }] }
  const finer = sides.flatMap((sidePx) => {
    const level = coarse.kind === 'coarse' ? coarse.refine(sidePx) : coarse
    return level.kind === 'cut' ? [level.alphas[0]] : []
  })
  const automatic: CutMatte = { ...whole, alphas: [whole.alphas[0], ...finer] }
  checkpoint('alpha')
  const made = automatic.alphas.map((alpha) => ({
    key: keyOf(alpha.sidePx),
    matte: packMatte(automatic, alpha),
  }))
  return { automatic, sides, made }
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
