import { defineStep } from '../step'
import { frameProduct, frameWhole, keepInside, reachesBeyond } from './planFrame'
import { FrameSettings } from './settings'

/** Frame: ratio, scale and place of the product. An uncut shot is framed whole. */
export const frame = defineStep({
  id: 'frame',
  title: 'Frame',
  settings: FrameSettings,
  describe: ({ ratio, fillPct, enlarge }) =>
    `${ratio.width}:${ratio.height}, fills ${fillPct} %${enlarge ? ', may enlarge' : ''}`,
  apply: async (composition, settings) => {
    const { original, matte, ground } = composition
    if (matte?.kind !== 'cut')
      return {
        ...composition,
        frame: { window: frameWhole(original, settings), enlarge: settings.enlarge },
      }
    const box = {
      x: matte.box.x * original.width,
      y: matte.box.y * original.height,
      width: matte.box.width * original.width,
      height: matte.box.height * original.height,
    }
    const ideal = frameProduct(box, settings)
    const window = ground.kind === 'original' ? keepInside(ideal, original) : ideal
    const beyond = ground.kind === 'original' && reachesBeyond(window, original)
    return {
      ...composition,
      frame: { window, enlarge: settings.enlarge },
      findings: beyond
        ? [...composition.findings, { code: 'beyond-photograph' }]
        : composition.findings,
    }
  },
})
