import { useMemo, type ReactNode } from 'react'
import type { Box01 } from '@cloudbank/core/raster'
import type { FrameSettings } from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'
import type { Bench } from '../../stage/bench'
import { comparedWith } from '../../stage/comparedWith'
import { DeskPart, Handle, Reading } from '../../stage/desk'
import { recipeOf, renditionsOf } from '../../work/model'
import { numbersOf, rowNumbers, type FrameNumbers } from './rowNumbers'
import { strings } from './strings'

/** Off by less, in per cent of the frame, a number is even with its row. */
const EVEN_PCT = 0.5
/** Off by more it needs attention. */
const OFF_PCT = 2

interface Props {
  readonly bench: Bench
  /** The product's box in the frame; null where there is none. */
  readonly product: Box01 | null
  /** What stands under the numbers. */
  readonly children: ReactNode
}

/** The shot's fill, base and centre beside those of its row, each with the handle that matches it. */
export function InItsRow({ bench, product, children }: Props) {
  const { view, shot, editor, placementId } = bench
  const row = useMemo(() => {
    const boxes = comparedWith(shot, view).flatMap((other) => {
      const made = renditionsOf(other, recipeOf(view), view.renditions)
      return made.find((row) => row.placementId === placementId)?.productBox ?? []
    })
    return rowNumbers(boxes)
  }, [shot, view, placementId])
  const own = product && numbersOf(product)
  const { frame } = editor.steps
  const match = (words: string, changed: Partial<FrameSettings>): void =>
    editor.actions.keep(words, 'frame', changed)
  const lines: readonly {
    readonly field: keyof FrameNumbers
    readonly label: string
    readonly match: (own: number, row: number) => Partial<FrameSettings>
  }[] = [
    {
      field: 'fillPct',
      label: strings.fill,
      match: (now, asked) => ({ sizePct: round1((frame.sizePct * asked) / now) }),
    },
    {
      field: 'basePct',
      label: strings.base,
      match: (now, asked) => ({ shiftYPct: round1(frame.shiftYPct + now - asked) }),
    },
    {
      field: 'centrePct',
      label: strings.centre,
      match: (now, asked) => ({ shiftXPct: round1(frame.shiftXPct + asked - now) }),
    },
  ]
  return (
    <DeskPart title={strings.inItsRow} width={236} grow={1}>
      {lines.map(({ field, label, match: change }) => {
        const now = own?.[field] ?? null
        const asked = row?.[field] ?? null
        const off = now === null || asked === null ? 0 : Math.abs(now - asked)
        const written = (value: number | null): string =>
          value === null
            ? '–'
            : `${field === 'centrePct' ? formatSigned(value, 1) : value.toFixed(1)} %`
        return (
          <Reading
            key={field}
            label={label}
            measured={written(now)}
            asked={written(asked)}
            needs={off > OFF_PCT}
          >
            {now !== null && asked !== null && off > EVEN_PCT ? (
              <Handle onClick={() => match(strings.matchedToRow(label), change(now, asked))}>
                {strings.match}
              </Handle>
            ) : (
              asked !== null && strings.even
            )}
          </Reading>
        )
      })}
      {children}
    </DeskPart>
  )
}

const round1 = (value: number): number => Math.round(value * 10) / 10
