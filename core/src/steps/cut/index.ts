import { found } from '../../facts'
import { baseSide, MATTE, matteSide, PRODUCT, type Matte } from '../../matte'
import type { Size } from '../../raster'
import { doneOf, identityOf } from '../../strokes'
import { defineStep } from '../step'
import { CUT_CONTROLS } from './controls'
import { beginCut, CUTTING } from './cutting'
import { CUT_FINDINGS, examineForCut, matteFindings } from './findings'
import { CUT_HANDS } from './hands'
import { LIFT, liftBy } from './lift'
import { CutOwn, isWorked, repairedMatte, seeThroughBehind, type HandWork } from './repair'
import { CutSettings } from './settings'
import { CUT_VIEWS } from './views'

export { levelKey } from './cutting'

/** What a cut-out is looked at on. */
const MID_GREY = '#808080'

/**
 * Cut: separates the product from its backdrop. It reads the original's own pixels, which no
 * setting changes, so a change of Light never cuts again.
 */
export const cut = defineStep({
  id: 'cut',
  title: 'Cut',
  engine: 10,
  settings: CutSettings,
  keptBy: ['method'],
  own: CutOwn,
  controls: CUT_CONTROLS,
  findings: CUT_FINDINGS,
  hands: CUT_HANDS,
  views: CUT_VIEWS,
  gives: [MATTE, PRODUCT, LIFT, CUTTING],
  describe: ({ method, edgeShift, edgeSoften, edgeTightenPct }) => {
    if (method === 'off') return 'off, photograph left uncut'
    const edge = edgeShift !== 0 || edgeSoften !== 0 || edgeTightenPct !== 0
    return edge ? 'automatic, edge adjusted' : 'automatic'
  },
  // Repairs that are hidden do nothing, and what one is called changes nothing.
  ownKeyPart: ({ repairs }) => {
    const done = doneOf(repairs)
    return done.length === 0 ? null : done.map(identityOf)
  },
  examine: examineForCut,
  decide: async ({ settings, own }, context) => {
    if (settings.method === 'off') return {}
    const { source } = context
    const cutting = await beginCut(context, doneOf(own.repairs))
    const { automatic, made } = cutting
    const { look } = cutting
    const matte = worked(source, automatic, { settings, own, look }, [baseSide(source.size)])
    const facts = [found(MATTE, matte), found(CUTTING, cutting)]
    const seeThrough = seeThroughBehind(source, automatic, { repairs: doneOf(own.repairs), look })
    const findings = matteFindings(matte, seeThrough)
    if (matte.kind === 'uncut') return { facts, findings, mattes: made }
    // A detail is framed as it was photographed: where the product goes on is not known.
    const product = matte.atBorder === 'runs out' ? [] : [found(PRODUCT, matte.box)]
    const lift = found(LIFT, liftBy(settings.fringePct / 100, seeThrough))
    return { facts: [...facts, ...product, lift], findings, mattes: made }
  },
  refine: async ({ facts, settings, own }, { source, sides }) => {
    const cutting = facts.of(CUTTING)
    const matte = facts.of(MATTE)
    if (!cutting || matte?.kind !== 'cut') return {}
    const base = baseSide(source.size)
    const finer = finerSides(source.size, sides)
    if (finer.length === 0) return {}
    // Where nothing was cut by itself, all there is was drawn by hand.
    const { automatic, made } =
      cutting.automatic.kind === 'cut'
        ? await cutting.refined(cutting.automatic, finer)
        : { automatic: cutting.automatic, made: [] }
    const { look } = cutting
    const refined = worked(source, automatic, { settings, own, look }, [base, ...finer])
    return { facts: [found(MATTE, refined)], mattes: made }
  },
  show: (draft, facts) => {
    const lift = facts.of(LIFT)
    return lift
      ? {
          ...draft,
          behind: { kind: 'colour', colour: MID_GREY },
          passes: [...draft.passes, lift],
        }
      : draft
  },
})

/** A matte with what was done to it by hand, at these levels. */
function worked(
  source: Parameters<typeof repairedMatte>[0],
  automatic: Matte,
  given: Pick<HandWork, 'look'> & { readonly settings: CutSettings; readonly own: CutOwn },
  sides: readonly number[],
): Matte {
  const { settings, own, look } = given
  const work: HandWork = { repairs: doneOf(own.repairs), edge: settings, look }
  return isWorked(work) ? repairedMatte(source, automatic, work, sides) : automatic
}

/** The levels beyond the base for these scales, as longer sides of the photograph in pixels. */
function finerSides(photograph: Size, needed: readonly number[]): number[] {
  const sides = needed.map((sidePx) => matteSide(photograph, sidePx))
  return [...new Set(sides)].filter((sidePx) => sidePx > baseSide(photograph)).sort((a, b) => a - b)
}
