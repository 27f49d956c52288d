import { z } from 'zod'
import { defineStep } from '../step'
import { GroundSettings } from './settings'

/** Ground: what the product stands on. */
export const ground = defineStep({
  id: 'ground',
  title: 'Ground',
  engine: 1,
  settings: GroundSettings,
  own: z.strictObject({}),
  controls: [
    {
      id: 'behind',
      title: 'Behind the product',
      controls: [{ kind: 'own', field: 'behind', label: 'Behind' }],
    },
  ],
  findings: {},
  describe: ({ behind }) => {
    switch (behind.kind) {
      case 'colour':
        return behind.colour === '#FFFFFF' ? 'white' : behind.colour
      case 'transparent':
        return 'transparent'
      case 'original':
        return 'the photographed backdrop'
    }
  },
  plan: (draft, { behind }, { lift }) => {
    const lifts = behind.kind !== 'original' && lift
    return { ...draft, behind, passes: lifts ? [...draft.passes, lift] : draft.passes }
  },
})
