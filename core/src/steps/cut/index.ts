import { defineStep } from '../step'
import type { Finding } from '../../findings'
import { cutPicture } from './cut'
import type { Matte } from './matte'
import { CutSettings } from './settings'

/** Share of unsure outline from which a shot wants a look. */
const UNSURE = 0.2

/**
 * Cut: separates the product from its backdrop. It reads the original's own pixels, which no
 * setting changes, so a change of Light never cuts again.
 */
export const cut = defineStep({
  id: 'cut',
  title: 'Cut',
  settings: CutSettings,
  describe: ({ method }) => (method === 'automatic' ? 'automatic' : 'off, the photograph whole'),
  apply: async (composition, { method }, context) => {
    if (method === 'off') return composition
    const matte =
      context.knownMatte ??
      (await cutPicture(composition.original, {
        finder: await context.finder(),
        neededSidePx: (box) => context.neededSidePx(box, composition.original),
        checkpoint: context.checkpoint,
      }))
    return { ...composition, matte, findings: [...composition.findings, ...matteFindings(matte)] }
  },
})

function matteFindings(matte: Matte): Finding[] {
  if (matte.kind === 'uncut') return [{ code: matte.reason }]
  const findings: Finding[] = []
  if (matte.unsure > UNSURE) findings.push({ code: 'edge-unsure', share01: matte.unsure })
  if (matte.holes > 0) findings.push({ code: 'holes', count: matte.holes })
  return findings
}
