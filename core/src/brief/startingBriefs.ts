import { SHOP_WHITE, type Brief } from './brief'
import { BRIEF_VERSION } from './migrations'
import { BriefSteps } from './settings'

/** Briefs to start from; each is changed freely afterwards. */
export const STARTING_BRIEFS: readonly Brief[] = [
  SHOP_WHITE,
  {
    version: BRIEF_VERSION,
    name: 'Pale portrait',
    steps: BriefSteps.parse({
      ground: { behind: { kind: 'colour', colour: '#F2F2F0' } },
      frame: { ratio: { width: 4, height: 5 }, fillPct: 80 },
      finish: {
        placements: [
          { id: 'page', name: 'page', longSidePx: 1350, format: 'webp', limitBytes: 220_000 },
        ],
      },
    }),
  },
  {
    version: BRIEF_VERSION,
    name: 'Cut-outs',
    steps: BriefSteps.parse({
      ground: { behind: { kind: 'transparent' } },
      frame: { fillPct: 96 },
      finish: {
        placements: [{ id: 'cut-out', name: 'cut-out', longSidePx: 2000, format: 'png' }],
      },
    }),
  },
]
