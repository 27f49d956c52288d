import type { MarkFinding } from './findings'
import { areApart, turnedBounds } from './lay/geometry'
import { layCallOut } from './lay/callOut'
import { layDimension } from './lay/dimension'
import { layInset } from './lay/inset'
import { layLabel } from './lay/label'
import { Stacks } from './lay/place'
import { layShape } from './lay/shape'
import { FRAME_UNITS, nameOf, type LaidMark, type Surface } from './lay/surface'
import { layWatermark } from './lay/watermark'
import type { Mark } from './settings'
import { textOf, wordsMissing } from './textOf'

/** Marks in their frame, in the order in which they are drawn, and what is wrong with them. */
export interface LaidMarks {
  readonly marks: readonly LaidMark[]
  readonly findings: readonly MarkFinding[]
}

/** Lays marks out in a frame. What has nothing to say is left out, and said. */
export function layMarks(marks: readonly Mark[], surface: Surface): LaidMarks {
  const stacks = new Stacks(surface.margin)
  const laid: LaidMark[] = []
  const findings: MarkFinding[] = []
  let number = 0
  for (const mark of marks) {
    const spans = 'text' in mark ? textOf(mark.text, surface.about) : []
    const missing = 'text' in mark ? wordsMissing(mark.text, surface.about) : []
    // What stands beside a missing word would say something that is not so: a price without its figure.
    if (missing.length > 0) {
      findings.push({ code: 'mark-no-words', mark: nameOf(mark), words: missing.join(', ') })
      continue
    }
    if (mark.kind === 'call-out' && mark.tip === 'number') number++
    const made = layOne()
    if (made) laid.push(made)
    else if ('picture' in mark && mark.picture?.from.kind === 'angle')
      findings.push({ code: 'mark-no-picture', mark: nameOf(mark), angle: mark.picture.from.angle })

    function layOne(): LaidMark | null {
      switch (mark.kind) {
        case 'label':
          return spans.length > 0 ? layLabel(mark, spans, surface, stacks) : null
        case 'call-out':
          return layCallOut(mark, spans, number, surface, stacks)
        case 'dimension':
          return layDimension(mark, spans, surface)
        case 'shape':
          return layShape(mark, surface, stacks)
        case 'inset':
          return layInset(mark, surface, stacks)
        case 'watermark':
          return layWatermark(mark, spans, surface)
      }
    }
  }
  return {
    marks: laid,
    findings: [...findings, ...laid.flatMap((one) => one.findings), ...clashes(laid, surface)],
  }
}

/** A mark may reach beyond the frame by so many units before it is said: rounding. */
const SLACK = 1

/** Marks that lie on each other, and those that the frame cuts off. A watermark lies under and over all of them. */
function clashes(laid: readonly LaidMark[], { width }: Surface): MarkFinding[] {
  const boxes = laid
    .filter(({ kind }) => kind !== 'watermark')
    .map((mark) => ({ mark, bounds: turnedBounds(mark.box, mark.turnDeg) }))
  const readable = boxes.filter(({ mark }) => mark.kind !== 'shape')
  const overlaps = readable.flatMap(({ mark, bounds }, i) =>
    readable
      .slice(i + 1)
      .filter((other) => !areApart(bounds, other.bounds))
      .map(({ mark: other }): MarkFinding => ({
        code: 'marks-overlap',
        mark: mark.name,
        other: other.name,
      })),
  )
  const outside = boxes
    .filter(
      ({ bounds: { x, y, width: w, height: h } }) =>
        x < -SLACK || y < -SLACK || x + w > width + SLACK || y + h > FRAME_UNITS + SLACK,
    )
    .map(({ mark }): MarkFinding => ({ code: 'mark-outside', mark: mark.name }))
  return [...overlaps, ...outside]
}
