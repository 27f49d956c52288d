import { z } from 'zod'
import { pixelsOf, type PxBox } from '../../raster'
import type { Behind } from '../renditionPlan'
import { defineStep, type ShotFacts } from '../step'
import { FRAME_CONTROLS } from './controls'
import { examineForFrame, FRAME_FINDINGS, type FrameFinding } from './findings'
import { findInterest } from './findInterest'
import {
  cropInside,
  frameProduct,
  frameWhole,
  keepInside,
  placementSize,
  reachesBeyond,
  sizeWithin,
} from './planFrame'
import { FrameSettings } from './settings'
import { coveredBy, turnedPoint, turnedProduct } from './turned'

/** Frame: ratio, scale and place of the product. An uncut shot is framed whole. */
export const frame = defineStep({
  id: 'frame',
  title: 'Frame',
  engine: 1,
  settings: FrameSettings,
  own: z.strictObject({}),
  controls: FRAME_CONTROLS,
  findings: FRAME_FINDINGS,
  describe: ({ ratio, fillPct, fillOf, stand, enlarge }) =>
    [
      `${ratio.width}:${ratio.height}`,
      `fills ${fillPct} %${fillOf === 'tighter' ? '' : ` of the ${fillOf}`}`,
      stand === 'base' && 'on a base line',
      enlarge && 'may enlarge',
    ]
      .filter((part) => typeof part === 'string')
      .join(', '),
  examine: examineForFrame,
  decide: ({ product }, _settings, _own, { source }) =>
    // What matters in a photograph that is left whole, should it be cropped.
    Promise.resolve(product ? {} : { facts: { interest: findInterest(source) } }),
  plan: (draft, settings, facts) => {
    const { placement } = draft
    const { window, product, findings } = windowFor(facts, settings, draft.behind)
    const asked = placementSize(placement, settings)
    const size = settings.enlarge ? asked : sizeWithin(window, asked)
    if (size.width < asked.width)
      findings.push({
        code: 'too-small',
        placement: placement.name,
        hasPx: Math.max(size.width, size.height),
        wantsPx: placement.longSidePx,
      })
    const { turnDeg } = settings
    return { ...draft, window, size, turnDeg, product, findings: [...draft.findings, ...findings] }
  },
})

interface Framed {
  readonly window: PxBox
  /** The product, in the same pixels; null where the shot was left whole. */
  readonly product: PxBox | null
  readonly findings: FrameFinding[]
}

/** Where the frame lies; on the photographed backdrop it is moved inside as far as it fits, or cropped. */
function windowFor(
  { photograph, matte, product: box01, interest }: ShotFacts,
  settings: FrameSettings,
  behind: Behind,
): Framed {
  const { turnDeg, reach } = settings
  const inside = coveredBy(photograph, turnDeg)
  if (!box01) {
    const about = interest ?? { x: 0.5, y: 0.5 }
    const middle = { x: about.x * photograph.width, y: about.y * photograph.height }
    const window =
      reach === 'crop'
        ? cropInside(inside, settings, turnedPoint(middle, photograph, turnDeg))
        : frameWhole(photograph, settings)
    return { window, product: null, findings: [] }
  }
  const box = pixelsOf(box01, photograph)
  const turned =
    matte?.kind === 'cut' && (turnDeg !== 0 || settings.centreBy === 'weight')
      ? turnedProduct(matte, box, photograph, turnDeg)
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
  const findings: FrameFinding[] = reachesBeyond(window, inside)
    ? [{ code: 'beyond-photograph' }]
    : []
  return { window, product: turned.box, findings }
}
