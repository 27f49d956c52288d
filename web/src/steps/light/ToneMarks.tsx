import { useMemo, useRef } from 'react'
import { median } from '@cloudbank/core/raster'
import type { OwnControlProps } from '../../stage/controls'
import { useSides } from '../../stage/useSides'
import { litReading, siblingReadings, toneOfL } from './litReadings'
import { laidApart } from './laidApart'
import { TONES_HEIGHT, TONES_WIDTH } from './toneScale'
import { strings } from './strings'

/** What is marked on the tones: where it lies, 0…1, and what it is. */
export interface ToneMark {
  readonly at: number
  readonly kind: 'now' | 'asked' | 'product' | 'sibling'
  readonly words: string | null
}

/** Where the backdrop and the product lie, and where the siblings have theirs. */
export function useToneMarks({ editor, view, shot }: OwnControlProps): readonly ToneMark[] {
  const settings = editor.steps.light
  const own = useMemo(() => litReading(shot, view, settings), [shot, view, settings])
  const siblings = useMemo(() => siblingReadings(shot, view), [shot, view])
  const asked = median(siblings.flatMap(({ backdropL }) => backdropL ?? []))
  const marks: ToneMark[] = siblings.flatMap(({ productL }) =>
    productL === null ? [] : [{ at: toneOfL(productL), kind: 'sibling', words: null }],
  )
  const { backdropL = null, productL = null } = own ?? {}
  if (productL !== null)
    marks.push({
      at: toneOfL(productL),
      kind: 'product',
      words: strings.productWithValue(productL.toFixed(0)),
    })
  if (backdropL !== null) {
    if (asked !== null) marks.push({ at: toneOfL(asked), kind: 'asked', words: null })
    const beside = asked === null ? '' : ` of ${asked.toFixed(0)}`
    marks.push({
      at: toneOfL(backdropL),
      kind: 'now',
      words: strings.backdropWithValue(backdropL.toFixed(0), beside),
    })
  }
  return marks
}

const MARK_FROM = {
  now: 0,
  asked: 0,
  product: TONES_HEIGHT - 26,
  sibling: TONES_HEIGHT - 9,
} as const

export function ToneMarks({ marks }: { marks: readonly ToneMark[] }) {
  return marks.map(({ at, kind }, i) => (
    <path
      key={i}
      d={`M${at * TONES_WIDTH} ${MARK_FROM[kind]}V${TONES_HEIGHT}`}
      className={kind === 'product' ? 'mark strong' : 'mark'}
      strokeDasharray={kind === 'now' ? '2 2' : undefined}
    />
  ))
}

/** The words of the marks, under the tones, beside each other where two marks are close. */
export function ToneMarkWords({ marks }: { marks: readonly ToneMark[] }) {
  const frame = useRef<HTMLDivElement>(null)
  const { width } = useSides(frame)
  return (
    <div className="tone-words" ref={frame}>
      {width > 0 &&
        laidApart(marks, width).map(({ words, centrePct }) => (
          <span key={words} style={{ left: `${centrePct}%` }}>
            {words}
          </span>
        ))}
    </div>
  )
}
