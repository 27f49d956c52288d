import { z } from 'zod'
import { LIFT } from '../cut/lift'
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
  plan: (draft, { behind }, { matte }) => {
    const lifts = behind.kind !== 'original' && matte?.kind === 'cut'
    return { ...draft, behind, passes: lifts ? [...draft.passes, LIFT] : draft.passes }
  },
})
