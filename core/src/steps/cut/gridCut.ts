import { bytesAt, intsAt, kernels, reserve } from '../../kernels'
import type { PlaneF32, PlaneU8 } from '../../raster'

/** The eight neighbours of a pixel; a direction and the one back differ in the last bit. */
export const DIRECTIONS = [
  { dx: 1, dy: 0 },
  { dx: -1, dy: 0 },
  { dx: 0, dy: 1 },
  { dx: 0, dy: -1 },
  { dx: 1, dy: 1 },
  { dx: -1, dy: -1 },
  { dx: -1, dy: 1 },
  { dx: 1, dy: -1 },
] as const

/** Capacities are whole numbers: energies are multiplied by this. */
const UNIT = 1000
/** Bytes a node that the kernel works on: 8 capacities and 5 more numbers, and 3 flags. */
const NODE_BYTES = 8 * 4 + 5 * 4 + 3

/**
 * The minimum cut of a picture: which pixels belong inside.
 *
 * @param votes  what speaks for the inside (positive) or the outside (negative) at each pixel, in nats.
 * @param links  four planes: the cost in nats (≥ 0) of parting each pixel from its neighbour in every
 *               second of `DIRECTIONS`; 0 where there is none.
 * @param labels receives 1 for inside and 0 for outside; pixels that the flow leaves undecided are outside.
 *
 * Exact up to rounding to a thousandth of a nat. Source: Boykov & Kolmogorov 2004, An experimental
 * comparison of min-cut/max-flow algorithms for energy minimization in vision.
 */
export function minimumCut(votes: PlaneF32, links: readonly Float32Array[], labels: PlaneU8): void {
  const { width, height } = votes
  // A frame of one idle node spares every neighbour a border test.
  const stride = width + 2
  const nodes = stride * (height + 2)
  const [offsets, work] = reserve(DIRECTIONS.length * 4, nodes * NODE_BYTES) as [number, number] // one offset for each length
  const steps = DIRECTIONS.map(({ dx, dy }) => dy * stride + dx)
  intsAt(offsets, steps.length).set(steps)
  const capacities = DIRECTIONS.map((_, d) => intsAt(work + d * nodes * 4, nodes).fill(0))
  const terminals = intsAt(work + DIRECTIONS.length * nodes * 4, nodes).fill(0)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, node = (y + 1) * stride + 1; x < width; x++, i++, node++)
      terminals[node] = Math.round(votes.data[i]! * UNIT)
  links.forEach((costs, k) => {
    const there = capacities[k * 2]!
    const back = capacities[k * 2 + 1]!
    const step = steps[k * 2]!
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0, node = (y + 1) * stride + 1; x < width; x++, i++, node++) {
        const cost = Math.round(costs[i]! * UNIT)
        there[node] = cost
        back[node + step] = cost
      }
  })
  const trees = bytesAt(kernels.maximumFlow(nodes, work, offsets), nodes)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, node = (y + 1) * stride + 1; x < width; x++, i++, node++)
      labels.data[i] = trees[node] === 1 ? 1 : 0
}
