import type { Outline } from '@cloudbank/core/steps'
import type { Point } from '@cloudbank/core/strokes'
import { LINES } from '../../stage/hand'
import type { PathEditor } from './usePathEditor'

/** Side of a node's square on the screen, in pixels. */
const NODE_PX = 7

/** A path with its nodes, and the handles of the one in hand. */
export function PathNodes({ editor, at }: { editor: PathEditor; at: (point: Point) => Point }) {
  const { outlines, open, chosen } = editor
  const node = chosen && outlines[chosen.outline]?.[chosen.node]
  return (
    <g data-testid="path">
      {LINES.map(({ stroke, extra }) => (
        <g key={stroke} stroke={stroke} strokeWidth={1 + extra} fill="none">
          <path d={screenPath(outlines, at)} />
          {open && <path d={openPath(open, at)} strokeDasharray="4 3" />}
          {node && (
            <path
              d={[node.in, node.out]
                .map((end) => `M${at(node.at).join(' ')}L${at(end).join(' ')}`)
                .join('')}
            />
          )}
        </g>
      ))}
      {[...outlines.flatMap((outline) => outline), ...(open ?? [])].map((each, i) => {
        const [x, y] = at(each.at)
        return (
          <rect
            key={i}
            x={x - NODE_PX / 2}
            y={y - NODE_PX / 2}
            width={NODE_PX}
            height={NODE_PX}
            fill={each === node ? 'black' : 'white'}
            stroke={each === node ? 'white' : 'black'}
          />
        )
      })}
      {node &&
        [node.in, node.out].map((end, i) => {
          const [cx, cy] = at(end)
          return <circle key={i} cx={cx} cy={cy} r={4} fill="white" stroke="black" />
        })}
    </g>
  )
}

const openPath = (nodes: NonNullable<PathEditor['open']>, at: (point: Point) => Point): string =>
  nodes
    .map((node, i) => {
      if (i === 0) return `M${at(node.at).join(' ')}`
      const before = nodes[i - 1]!
      return `C${at(before.out).join(' ')} ${at(node.in).join(' ')} ${at(node.at).join(' ')}`
    })
    .join('')

/** Outlines as the data of an SVG path on the screen. */
const screenPath = (outlines: readonly Outline[], at: (point: Point) => Point): string =>
  outlines
    .map((outline) => {
      const curves = outline.map((node, i) => {
        const next = outline[(i + 1) % outline.length]!
        return `C${at(node.out).join(' ')} ${at(next.in).join(' ')} ${at(next.at).join(' ')}`
      })
      return `M${at(outline[0]!.at).join(' ')}${curves.join('')}Z`
    })
    .join('')
