import type { Point } from '@cloudbank/core/strokes'
import { LINES } from '../../stage/hand'
import { screenPath } from './CutOverlay'
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
