import { z } from 'zod'
import { pixelsOf, type PxBox } from '../../raster'
import type { Behind } from '../renditionPlan'
import { defineStep, type ShotFacts } from '../step'
import { FRAME_CONTROLS } from './controls'
import { examineForFrame, FRAME_FINDINGS, type FrameFinding } from './findings'
import {
  frameProduct,
  frameWhole,
  keepInside,
  placementSize,
  reachesBeyond,
  sizeWithin,
} from './planFrame'
import { FrameSettings } from './settings'

/** Frame: ratio, scale and place of the product. An uncut shot is framed whole. */
export const frame = defineStep({
  id: 'frame',
  title: 'Frame',
  engine: 1,
  settings: FrameSettings,
  own: z.strictObject({}),
  controls: FRAME_CONTROLS,
  findings: FRAME_FINDINGS,
  describe: ({ ratio, fillPct, enlarge }) =>
    `${ratio.width}:${ratio.height}, fills ${fillPct} %${enlarge ? ', may enlarge' : ''}`,
  examine: examineForFrame,
  plan: (draft, settings, facts) => {
    const { placement } = draft
    const { window, beyond } = windowFor(facts, settings, draft.behind)
    const asked = placementSize(placement, settings)
    const size = settings.enlarge ? asked : sizeWithin(window, asked)
    const findings: FrameFinding[] = beyond ? [{ code: 'beyond-photograph' }] : []
    if (size.width < asked.width)
      findings.push({
        code: 'too-small',
        placement: placement.name,
        hasPx: Math.max(size.width, size.height),
        wantsPx: placement.longSidePx,
      })
    return { ...draft, window, size, findings: [...draft.findings, ...findings] }
  },
})

/** Where the frame lies; on the photographed backdrop it is moved inside as far as it fits. */
function windowFor(
  { photograph, product }: ShotFacts,
  settings: FrameSettings,
  behind: Behind,
): { window: PxBox; beyond: boolean } {
  if (!product) return { window: frameWhole(photograph, settings), beyond: false }
  const ideal = frameProduct(pixelsOf(product, photograph), settings)
  if (behind.kind !== 'original') return { window: ideal, beyond: false }
  const window = keepInside(ideal, photograph)
  return { window, beyond: reachesBeyond(window, photograph) }
}
