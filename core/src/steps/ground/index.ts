import { defineStep } from '../step'
import { GroundSettings } from './settings'

/** Ground: what the product stands on. */
export const ground = defineStep({
  id: 'ground',
  title: 'Ground',
  settings: GroundSettings,
  describe: (settings) =>
    settings.kind === 'colour'
      ? settings.colour === '#FFFFFF'
        ? 'white'
        : settings.colour
      : settings.kind === 'transparent'
        ? 'transparent'
        : 'the photographed backdrop',
  apply: async (composition, settings) => ({ ...composition, ground: settings }),
})
