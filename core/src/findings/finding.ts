/** Something measured about a shot that wants attention. The sentence comes from `describeFinding`. */
export type Finding =
  | { readonly code: 'runs-out-of-frame' }
  | { readonly code: 'no-product' }
  | { readonly code: 'edge-unsure'; readonly share01: number }
  | { readonly code: 'holes'; readonly count: number }
  | { readonly code: 'not-neutral' }
  | { readonly code: 'beyond-photograph' }
  | {
      readonly code: 'too-small'
      readonly placement: string
      readonly hasPx: number
      readonly wantsPx: number
    }
  | {
      readonly code: 'over-limit'
      readonly placement: string
      readonly bytes: number
      readonly limitBytes: number
    }

export type FindingCode = Finding['code']

/** How much a finding matters: `blocks` spoils the rendition, `look` wants a look, `note` informs. */
export type Weight = 'blocks' | 'look' | 'note'

interface FindingWords {
  readonly title: string
  readonly weight: Weight
  /** What to do about it. */
  readonly remedy: string
}

/** The words of each kind of finding, worst first: the order in which lists show them. */
export const FINDINGS: Readonly<Record<FindingCode, FindingWords>> = {
  'over-limit': {
    title: 'Over the byte limit',
    weight: 'blocks',
    remedy: 'Raise the limit, allow a lower quality, or choose a smaller size.',
  },
  'no-product': {
    title: 'No product found',
    weight: 'look',
    remedy: 'Left uncut. Check that the photograph shows a product.',
  },
  'edge-unsure': {
    title: 'Edge unsure',
    weight: 'look',
    remedy: 'Compare the outline with the original.',
  },
  'too-small': {
    title: 'Too small for the size',
    weight: 'look',
    remedy: 'Made at the photograph’s own pixels. Allow enlarging in the brief, or shoot closer.',
  },
  'not-neutral': {
    title: 'Backdrop not neutral',
    weight: 'look',
    remedy: 'Colour left as it is: the backdrop gives no plausible grey.',
  },
  'beyond-photograph': {
    title: 'Frame beyond the photograph',
    weight: 'look',
    remedy: 'The backdrop’s edge was continued. Choose a coloured ground or a higher fill.',
  },
  'runs-out-of-frame': {
    title: 'Runs out of the frame',
    weight: 'note',
    remedy: 'Left uncut and whole, as a detail shot.',
  },
  holes: {
    title: 'Open gaps',
    weight: 'note',
    remedy: 'Gaps inside the product were opened. Check that glass was not.',
  },
}

/** The kinds of finding, worst first. */
export const FINDING_CODES = Object.keys(FINDINGS) as FindingCode[] // its keys are the codes
