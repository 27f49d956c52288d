import { found, type ShotFacts } from '../../facts'
import { THRESHOLDS } from '../../findings'
import { MATTE, PRODUCT } from '../../matte'
import { pixelsOf, type PxBox } from '../../raster'
import { formatRatio } from '../../words'
import type { Behind } from '../renditionPlan'
import { nonDefaults } from '../nonDefaults'
import { defineStep } from '../step'
import { FRAME_CONTROLS } from './controls'
import { examineForFrame, FRAME_FINDINGS, type FrameFinding } from './findings'
import { findInterest, INTEREST } from './findInterest'
import {
  cropInside,
  frameProduct,
  frameWhole,
  keepInside,
  placementSize,
  reachesBeyond,
  sizeWithin,
} from './planFrame'
import { FrameOwn, FrameSettings } from './settings'
import { LEAN, leanOf } from './leanOf'
import { coveredBy, moved, uprightOf, type Upright } from './upright'
import { uprightProduct } from './uprightProduct'

/** Frame: ratio, scale and place of the product. An uncut shot is framed whole. */
export const frame = defineStep({
  id: 'frame',
  title: 'Frame',
  // 2: where the frame reaches beyond the photograph, more backdrop is made instead of its edge going on.
  engine: 2,
  settings: FrameSettings,
  own: FrameOwn,
  controls: FRAME_CONTROLS,
  // Not what sets one photograph right: its rotation, its corners, its own place and size.
  perPlacement: [
    'ratio',
    'reach',
    'mostPx',
    'enlarge',
    'enlargeBy',
    'fillPct',
    'fillOf',
    'marginTopPct',
    'marginRightPct',
    'marginBottomPct',
    'marginLeftPct',
    'centreBy',
    'stand',
    'basePct',
  ],
  findings: FRAME_FINDINGS,
  describe: ({ ratio, fillPct, fillOf, stand, straighten, enlarge, enlargeBy }) =>
    [
      formatRatio(ratio),
      fillOf === 'margins'
        ? 'fills its margins'
        : `fills ${fillPct} %${fillOf === 'tighter' ? '' : ` of the ${fillOf}`}`,
      stand === 'base' && 'on a base line',
      straighten === 'symmetry' && 'straightened',
      enlarge && (enlargeBy === 'fine' ? 'may enlarge in detail' : 'may enlarge'),
    ]
      .filter((part) => typeof part === 'string')
      .join(', '),
  examine: examineForFrame,
  keyPart: (settings, { longSidePx }) => {
    // How it would be enlarged says nothing while it may not be, nor a limit that is not reached.
    const unsaid = [
      ...(settings.enlarge ? [] : ['enlargeBy']),
      ...(settings.mostPx < longSidePx ? [] : ['mostPx']),
    ]
    const said = Object.entries(settings).filter(([field]) => !unsaid.includes(field))
    const part = nonDefaults(FrameSettings, Object.fromEntries(said))
    return Object.keys(part).length === 0 ? null : part
  },
  gives: [INTEREST, LEAN],
  decide: ({ facts, settings: { straighten } }, { source }) => {
    const matte = facts.of(MATTE)
    // What matters in a photograph that is left whole, should it be cropped.
    if (!facts.of(PRODUCT))
      return Promise.resolve({ facts: [found(INTEREST, findInterest(source))] })
    if (straighten === 'by-hand' || matte?.kind !== 'cut') return Promise.resolve({})
    const leanDeg = leanOf(matte, facts.photograph)
    const findings: FrameFinding[] =
      leanDeg !== null && Math.abs(leanDeg) >= WORTH_SAYING_DEG
        ? [{ code: 'straightened', degrees: -leanDeg }]
        : []
    return Promise.resolve({ facts: [found(LEAN, leanDeg)], findings })
  },
  plan: (draft, { settings, facts }) => {
    const { placement } = draft
    const turnDeg = settings.turnDeg - (facts.of(LEAN) ?? 0)
    const upright = uprightOf(facts.photograph, turnDeg, settings.corners)
    const behind = settings.reach === 'extend' && !facts.of(PRODUCT) ? ORIGINAL : draft.behind
    const { window, product, findings } = windowFor(facts, settings, behind, upright)
    const asked = placementSize(placement, settings)
    const size = settings.enlarge ? asked : sizeWithin(window, asked)
    if (size.width < asked.width * THRESHOLDS.pixels01)
      findings.push({
        code: 'too-small',
        placement: placement.name,
        hasPx: Math.max(size.width, size.height),
        wantsPx: Math.min(placement.longSidePx, settings.mostPx),
      })
    if (size.width > window.width * NOT_ENLARGED)
      findings.push({
        code: 'enlarged',
        placement: placement.name,
        times: size.width / window.width,
      })
    return {
      ...draft,
      window,
      size,
      upright,
      behind,
      enlarging: settings.enlarge ? settings.enlargeBy : 'plain',
      product,
      findings: [...draft.findings, ...findings],
    }
  },
})

const ORIGINAL: Behind = { kind: 'original' }
/** A lean that is taken back is said from here, in degrees. */
const WORTH_SAYING_DEG = 0.3
/** Sides are whole pixels: a picture this much larger than its window is not enlarged. */
const NOT_ENLARGED = 1 / THRESHOLDS.pixels01

interface Framed {
  readonly window: PxBox
  /** The product, in the same pixels; null where the shot was left whole. */
  readonly product: PxBox | null
  readonly findings: FrameFinding[]
}

/** Where the frame lies; on the photographed backdrop it is moved inside as far as it fits, or cropped. */
function windowFor(
  { photograph, of }: ShotFacts,
  settings: FrameSettings,
  behind: Behind,
  upright: Upright | null,
): Framed {
  const [matte, box01] = [of(MATTE), of(PRODUCT)]
  const { reach } = settings
  const inside = coveredBy(photograph, upright)
  if (!box01) {
    const about = of(INTEREST) ?? { x: 0.5, y: 0.5 }
    const middle = { x: about.x * photograph.width, y: about.y * photograph.height }
    const window =
      reach === 'crop'
        ? cropInside(inside, settings, upright ? moved(upright.forth, middle) : middle)
        : frameWhole(photograph, settings)
    return {
      window,
      product: null,
      findings: behind.kind === 'original' ? madeIn(window, inside) : [],
    }
  }
  const box = pixelsOf(box01, photograph)
  const turned =
    matte?.kind === 'cut' && (upright || settings.centreBy === 'weight')
      ? uprightProduct(matte, box, photograph, upright)
      : { box, weight: undefined }
  const ideal = frameProduct(turned.box, settings, turned.weight)
  if (behind.kind !== 'original') return { window: ideal, product: turned.box, findings: [] }
  if (reach === 'crop') {
    const about = { x: ideal.x + ideal.width / 2, y: ideal.y + ideal.height / 2 }
    const window = cropInside(inside, settings, about, ideal)
    const findings: FrameFinding[] = reachesBeyond(turned.box, window)
      ? [{ code: 'crops-product' }]
      : []
    return { window, product: turned.box, findings }
  }
  const window = keepInside(ideal, inside)
  return { window, product: turned.box, findings: madeIn(window, inside) }
}

/** Says how much of a picture is backdrop that was made. */
function madeIn(window: PxBox, inside: PxBox): FrameFinding[] {
  if (!reachesBeyond(window, inside)) return []
  const along = (start: number, length: number, from: number, there: number): number =>
    Math.max(0, Math.min(start + length, from + there) - Math.max(start, from)) / length
  const there =
    along(window.x, window.width, inside.x, inside.width) *
    along(window.y, window.height, inside.y, inside.height)
  return [{ code: 'beyond-photograph', share01: 1 - there }]
}
