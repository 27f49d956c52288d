/** Something measured about a shot that wants attention. The sentence comes from `describeFinding`. */
export type Finding =
  | { readonly code: 'runs-out-of-frame' }
  | { readonly code: 'no-product' }
  | { readonly code: 'edge-unsure'; readonly share01: number }
  | { readonly code: 'holes'; readonly count: number }
  | { readonly code: 'not-neutral' }
  | { readonly code: 'beyond-photograph' }
  | { readonly code: 'not-square'; readonly ratio: string; readonly wants: string }
  | {
      readonly code: 'small'
      readonly placement: string
      readonly hasPx: number
      readonly wantsPx: number
    }
  | { readonly code: 'heavy'; readonly bytes: number; readonly why: 'png' | 'bytes' }
  | { readonly code: 'cast'; readonly chroma: number; readonly towards: string }
  | { readonly code: 'dark'; readonly ev: number | null }
  | { readonly code: 'bright'; readonly ev: number | null }
  | { readonly code: 'clipped'; readonly share01: number }
  | { readonly code: 'soft'; readonly blurPx: number }
  | { readonly code: 'tilted'; readonly degrees: number }
  | { readonly code: 'off-centre'; readonly share01: number }
  | { readonly code: 'touches-border' }
  | { readonly code: 'dirty'; readonly specks: number }
  | { readonly code: 'uneven-backdrop'; readonly spreadL: number }
  | { readonly code: 'duplicate'; readonly of: string }
  | { readonly code: 'no-lighting' }
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
  small: {
    title: 'Too few pixels',
    weight: 'look',
    remedy:
      'The product has fewer pixels than the brief asks for. Shoot closer, or choose a smaller size.',
  },
  soft: {
    title: 'Soft',
    weight: 'look',
    remedy: 'The sharpest edges are blurred. Shoot again; sharpening brings no detail back.',
  },
  cast: {
    title: 'Colour cast',
    weight: 'look',
    remedy: 'Read a neutral for its lighting; every shot of the lighting follows.',
  },
  dark: {
    title: 'Dark',
    weight: 'look',
    remedy: 'Even out its product or lighting, or raise exposure on the bench.',
  },
  bright: {
    title: 'Bright',
    weight: 'look',
    remedy: 'Even out its product or lighting, or lower exposure on the bench.',
  },
  clipped: {
    title: 'Clipped highlights',
    weight: 'look',
    remedy: 'Whole areas are plain white. Look at them on the bench with the clipping marks on.',
  },
  dirty: {
    title: 'Dirt on the backdrop',
    weight: 'look',
    remedy: 'Look at it in the strain view; a cut-out leaves backdrop dirt behind.',
  },
  tilted: {
    title: 'Tilted',
    weight: 'look',
    remedy: 'Uprights lean. Check against the siblings before straightening.',
  },
  'uneven-backdrop': {
    title: 'Uneven backdrop',
    weight: 'note',
    remedy: 'Flatten the backdrop in Light, where it stays in the picture.',
  },
  'off-centre': {
    title: 'Off centre',
    weight: 'note',
    remedy: 'Frame centres the product; check what lies at the cut side.',
  },
  'touches-border': {
    title: 'Touches the border',
    weight: 'note',
    remedy: 'Part of the product may be outside the photograph.',
  },
  duplicate: {
    title: 'Nearly the same picture',
    weight: 'note',
    remedy: 'Keep the better one and remove the other.',
  },
  'no-lighting': {
    title: 'In no lighting',
    weight: 'note',
    remedy: 'Put it into a lighting, so that its neutral follows.',
  },
  heavy: {
    title: 'Heavy for what it is',
    weight: 'note',
    remedy: 'Only the renditions go out; a JPEG would hold the same photograph.',
  },
  'not-square': {
    title: 'Not in the brief’s ratio',
    weight: 'note',
    remedy: 'Frame adds ground or crops; nothing is squeezed.',
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
