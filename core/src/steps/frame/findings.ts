import {
  THRESHOLDS,
  type FindingTable,
  type MeasuredPhotograph,
  type Surroundings,
} from '../../findings'
import { formatPercent, formatRatio, formatSigned, formatTimes } from '../../words'

/** A picture that has fewer pixels than a placement asks for. */
interface TooFew {
  readonly placement: string
  readonly hasPx: number
  readonly wantsPx: number
}

export type FrameFinding =
  | ({ readonly code: 'too-small' } & TooFew)
  | { readonly code: 'beyond-photograph'; readonly share01: number }
  | { readonly code: 'enlarged'; readonly placement: string; readonly times: number }
  | { readonly code: 'straightened'; readonly degrees: number }
  | { readonly code: 'crops-product' }
  | { readonly code: 'tilted'; readonly degrees: number }
  /** Above the line of its row where it is more than nothing. */
  | { readonly code: 'out-of-line'; readonly share01: number }
  | { readonly code: 'off-centre'; readonly share01: number }
  | { readonly code: 'touches-border' }
  | { readonly code: 'not-square'; readonly ratio: string; readonly wants: string }

export const FRAME_FINDINGS: FindingTable<FrameFinding> = {
  'too-small': {
    title: 'Too small for the size',
    weight: 'look',
    remedy:
      'Made at the photograph’s own resolution. Shoot closer, choose a smaller size, or allow enlarging in the brief.',
    figures: ({ hasPx, wantsPx, placement }) =>
      `${hasPx} px of ${wantsPx} px for ${placement}: it would have to be enlarged ${formatTimes(wantsPx / hasPx)}.`,
  },
  'beyond-photograph': {
    title: 'Backdrop extended',
    weight: 'look',
    remedy:
      'The frame is larger than the photograph, so its backdrop was extended. Check the edges, or choose a ground or a higher fill.',
    figures: ({ share01 }) => `${formatPercent(share01, 0)} of the picture.`,
  },
  'crops-product': {
    title: 'Product cropped',
    weight: 'look',
    remedy:
      'The photograph is too narrow for the ratio. Add ground instead, or choose another ratio.',
  },
  tilted: {
    title: 'Tilted',
    weight: 'look',
    remedy: 'Verticals lean. Straighten it, or rotate it by hand on the bench.',
    figures: ({ degrees }) => `${formatSigned(degrees, 1)}°.`,
  },
  enlarged: {
    title: 'Enlarged',
    weight: 'note',
    remedy: 'Enlarged beyond the photograph’s own resolution. Check it at full size.',
    figures: ({ times, placement }) => `${formatTimes(times)} for ${placement}.`,
  },
  straightened: {
    title: 'Straightened',
    weight: 'note',
    remedy:
      'By its own symmetry. Rotate it further by hand on the bench, or switch straightening off.',
    figures: ({ degrees }) => `Rotated by ${formatSigned(degrees, 1)}°.`,
  },
  'out-of-line': {
    title: 'Out of line',
    weight: 'look',
    remedy: 'The rest of its row sits elsewhere. Check its cut, or move it on the bench.',
    figures: ({ share01 }) =>
      `${formatPercent(Math.abs(share01))} of the frame ${share01 > 0 ? 'above' : 'below'} its row.`,
  },
  'off-centre': {
    title: 'Off centre',
    weight: 'note',
    remedy: 'Frame centres the product; check the cropped side.',
    figures: ({ share01 }) => `By ${formatPercent(share01, 0)} of the frame.`,
  },
  'touches-border': {
    title: 'Touches the edge',
    weight: 'note',
    remedy: 'Part of the product may be outside the photograph.',
  },
  'not-square': {
    title: 'Different ratio',
    weight: 'note',
    remedy: 'Frame adds ground or crops; nothing is stretched.',
    figures: ({ ratio, wants }) => `${ratio}, not ${wants}.`,
  },
}

export function examineForFrame(
  { facts, measures }: MeasuredPhotograph,
  { ratio, largest, leavesBackdrop }: Surroundings,
): FrameFinding[] {
  const findings: FrameFinding[] = []
  const off = facts.width / facts.height / (ratio.width / ratio.height)
  if (Math.max(off, 1 / off) - 1 > THRESHOLDS.ratioOff01)
    findings.push({
      code: 'not-square',
      ratio: describeRatio(facts.width, facts.height),
      wants: formatRatio(ratio),
    })
  const { product, tiltDegrees } = measures
  const box = product?.box ?? { width: 1, height: 1 }
  const hasPx = Math.round(Math.max(box.width * facts.width, box.height * facts.height))
  if (largest && hasPx < largest.productPx * THRESHOLDS.pixels01)
    findings.push({
      code: 'too-small',
      placement: largest.name,
      hasPx,
      wantsPx: largest.productPx,
    })
  // Lines of the whole photograph: of a cut-out they may be the backdrop's alone.
  if (!leavesBackdrop && tiltDegrees !== null && Math.abs(tiltDegrees) >= THRESHOLDS.tiltDegrees)
    findings.push({ code: 'tilted', degrees: tiltDegrees })
  if (product?.touchesBorder) findings.push({ code: 'touches-border' })
  else if (product && product.offCentre01 >= THRESHOLDS.offCentre01)
    findings.push({ code: 'off-centre', share01: product.offCentre01 })
  return findings
}

/** “4:3”, or “1.47:1” where no small numbers fit. */
export function describeRatio(width: number, height: number): string {
  for (let b = 1; b <= 16; b++) {
    const a = Math.round((width / height) * b)
    if (a <= 16 && Math.abs(width / height / (a / b) - 1) < 0.004) return `${a}:${b}`
  }
  return width >= height ? `${(width / height).toFixed(2)}:1` : `1:${(height / width).toFixed(2)}`
}
