import { corner, type Outline, type PathNode } from '@cloudbank/core/steps'
import { type Point } from '@cloudbank/core/strokes'

/** One node of a path. */
export interface NodeAt {
  readonly outline: number
  readonly node: number
}

/** What of a path lies at a place. */
export type Hit =
  | ({ readonly kind: 'node' } & NodeAt)
  | ({ readonly kind: 'handle'; readonly end: 'in' | 'out' } & NodeAt)
  | ({ readonly kind: 'line'; readonly t: number } & NodeAt)

/** Distances in some unit of the screen. */
export type Measure = (a: Point, b: Point) => number

/** Places along a curve that are looked at. */
const SAMPLES = 24

/** What lies within `reach` of a place: handles of the chosen node first, then nodes, then the line. */
export function hitAt(
  outlines: readonly Outline[],
  chosen: NodeAt | null,
  at: Point,
  measure: Measure,
  reach: number,
): Hit | null {
  const own = chosen && outlines[chosen.outline]?.[chosen.node]
  if (chosen && own)
    for (const end of ['out', 'in'] as const)
      if (measure(own[end], own.at) > 0 && measure(own[end], at) <= reach)
        return { kind: 'handle', end, ...chosen }
  for (const [outline, nodes] of outlines.entries())
    for (const [node, each] of nodes.entries())
      if (measure(each.at, at) <= reach) return { kind: 'node', outline, node }
  for (const [outline, nodes] of outlines.entries())
    for (const [node, each] of nodes.entries()) {
      const next = nodes[(node + 1) % nodes.length]!
      for (let k = 1; k < SAMPLES; k++)
        if (measure(onCurve(each, next, k / SAMPLES), at) <= reach)
          return { kind: 'line', outline, node, t: k / SAMPLES }
    }
  return null
}

const between = (a: Point, b: Point, t: number): Point => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
]

const onCurve = (from: PathNode, to: PathNode, t: number): Point => splitAt(from, to, t).middle.at

/** A curve in two that have its shape (de Casteljau 1959, Courbes à pôles). */
function splitAt(
  from: PathNode,
  to: PathNode,
  t: number,
): { readonly from: PathNode; readonly middle: PathNode; readonly to: PathNode } {
  const a = between(from.at, from.out, t)
  const b = between(from.out, to.in, t)
  const c = between(to.in, to.at, t)
  const left = between(a, b, t)
  const right = between(b, c, t)
  return {
    from: { ...from, out: a },
    middle: { at: between(left, right, t), in: left, out: right },
    to: { ...to, in: c },
  }
}

const withNodes = (
  outlines: readonly Outline[],
  which: number,
  to: (nodes: Outline) => Outline,
): Outline[] => outlines.map((nodes, i) => (i === which ? to(nodes) : nodes))

/** With one node more on a line, which keeps its shape. */
export const withNodeOn = (
  outlines: readonly Outline[],
  { outline, node, t }: Extract<Hit, { kind: 'line' }>,
): Outline[] =>
  withNodes(outlines, outline, (nodes) => {
    const end = (node + 1) % nodes.length
    const parts = splitAt(nodes[node]!, nodes[end]!, t)
    const changed = nodes.map((each, i) =>
      i === node
        ? { ...each, out: parts.from.out }
        : i === end
          ? { ...each, in: parts.to.in }
          : each,
    )
    return [...changed.slice(0, node + 1), parts.middle, ...changed.slice(node + 1)]
  })

/** Without a node; an outline of which fewer than two would be left goes. */
export const withoutNode = (outlines: readonly Outline[], { outline, node }: NodeAt): Outline[] =>
  withNodes(outlines, outline, (nodes) => nodes.filter((_, i) => i !== node)).filter(
    ({ length }) => length >= 2,
  )

/** With a node, and its handles with it, at another place. */
export const withNodeMoved = (
  outlines: readonly Outline[],
  { outline, node }: NodeAt,
  at: Point,
): Outline[] =>
  withNodes(outlines, outline, (nodes) =>
    nodes.map((each, i) => {
      if (i !== node) return each
      const by: Point = [at[0] - each.at[0], at[1] - each.at[1]]
      const moved = ([x, y]: Point): Point => [x + by[0], y + by[1]]
      return { at, in: moved(each.in), out: moved(each.out) }
    }),
  )

const isSmooth = ({ at, in: before, out }: PathNode): boolean => {
  const a: Point = [before[0] - at[0], before[1] - at[1]]
  const b: Point = [out[0] - at[0], out[1] - at[1]]
  const lengths = Math.hypot(...a) * Math.hypot(...b)
  return lengths > 0 && (a[0] * b[0] + a[1] * b[1]) / lengths < -0.98
}

/** With one handle elsewhere; at a smooth node the other one turns with it. */
export const withHandleMoved = (
  outlines: readonly Outline[],
  { outline, node, end }: Extract<Hit, { kind: 'handle' }>,
  to: Point,
): Outline[] =>
  withNodes(outlines, outline, (nodes) =>
    nodes.map((each, i) => {
      if (i !== node) return each
      const other = end === 'in' ? 'out' : 'in'
      if (!isSmooth(each)) return { ...each, [end]: to }
      const length = Math.hypot(each[other][0] - each.at[0], each[other][1] - each.at[1])
      const away: Point = [each.at[0] - to[0], each.at[1] - to[1]]
      const scale = length / (Math.hypot(...away) || 1)
      return {
        ...each,
        [end]: to,
        [other]: [each.at[0] + away[0] * scale, each.at[1] + away[1] * scale],
      }
    }),
  )

/** A corner made smooth, its handles along the line from neighbour to neighbour; or smooth made a corner. */
export const withNodeTurned = (
  outlines: readonly Outline[],
  { outline, node }: NodeAt,
): Outline[] =>
  withNodes(outlines, outline, (nodes) =>
    nodes.map((each, i) => {
      if (i !== node) return each
      if (isSmooth(each)) return corner(each.at)
      const before = nodes[(i - 1 + nodes.length) % nodes.length]!.at
      const after = nodes[(i + 1) % nodes.length]!.at
      const by: Point = [(after[0] - before[0]) / 6, (after[1] - before[1]) / 6]
      return {
        at: each.at,
        in: [each.at[0] - by[0], each.at[1] - by[1]],
        out: [each.at[0] + by[0], each.at[1] + by[1]],
      }
    }),
  )
