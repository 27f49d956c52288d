import type { ComponentProps } from 'react'
import type { Doubt } from '@cloudbank/core/matte'
import { HandMarks, LINES } from '../../stage/hand'
import { PathNodes } from './PathNodes'
import type { PathEditor } from './usePathEditor'

interface Props extends Omit<ComponentProps<typeof HandMarks>, 'children'> {
  /** Unsure stretches of the outline, drawn thick. */
  readonly doubts: readonly Doubt[]
  readonly path: PathEditor | null
}

/** What is drawn over the cut on the bench. */
export const CutOverlay = ({ doubts, path, ...hand }: Props) => (
  <HandMarks {...hand}>
    {(at) => (
      <>
        {doubts.length > 0 &&
          LINES.map(({ stroke, extra }) => (
            <path
              key={stroke}
              d={doubts
                .flatMap(({ points }) => points.map(([x, y]) => `M${at([x, y]).join(' ')}h0`))
                .join('')}
              stroke={stroke}
              strokeWidth={5 + extra}
              strokeLinecap="round"
              data-testid={stroke === 'white' ? 'doubts' : undefined}
            />
          ))}
        {path && <PathNodes editor={path} at={at} />}
      </>
    )}
  </HandMarks>
)
