import type { FindingTable } from '../../findings'

export interface GroundFinding {
  readonly code: 'no-own-shadow'
}

export const GROUND_FINDINGS: FindingTable<GroundFinding> = {
  'no-own-shadow': {
    title: 'Own shadow left out',
    weight: 'note',
    remedy:
      'What is dark beside the product can’t be told from its backdrop. Choose a drawn shadow, or none.',
  },
}
