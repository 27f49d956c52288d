import type { Size } from '../../raster'

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

const COUNT = DIRECTIONS.length
const FREE = 0
const SOURCE = 1
const SINK = 2
/** In place of a direction to the parent. */
const TERMINAL = 8
const ORPHAN = 9
const NONE = 10
/** Capacities are whole numbers: energies are multiplied by this. */
const UNIT = 1000

/**
 * A minimum cut on the pixels of a picture with eight neighbours each.
 *
 * Set `vote` and `link` for every pixel, then `solve`. All energies are in nats. The grid has a
 * frame of one idle pixel, so that no neighbour needs a border test.
 *
 * Source: Boykov & Kolmogorov 2004, An experimental comparison of min-cut/max-flow algorithms for
 * energy minimization in vision.
 */
export class GridCut {
  readonly #width: number
  readonly #height: number
  readonly #stride: number
  readonly #offsets: Int32Array
  readonly #terminal: Int32Array
  readonly #capacity: Int32Array[]

  constructor({ width, height }: Size) {
    this.#width = width
    this.#height = height
    this.#stride = width + 2
    this.#offsets = Int32Array.from(DIRECTIONS, ({ dx, dy }) => dy * this.#stride + dx)
    const nodes = this.#stride * (height + 2)
    this.#terminal = new Int32Array(nodes)
    this.#capacity = DIRECTIONS.map(() => new Int32Array(nodes))
  }

  #node(x: number, y: number): number {
    return (y + 1) * this.#stride + x + 1
  }

  /** Adds to what speaks for the inside (positive) or the outside (negative) at one pixel. */
  vote(x: number, y: number, nats: number): void {
    this.#terminal[this.#node(x, y)]! += Math.round(nats * UNIT)
  }

  /** Sets the cost of parting a pixel from its neighbour in one of `DIRECTIONS`, both ways. */
  link(x: number, y: number, direction: number, nats: number): void {
    const node = this.#node(x, y)
    const cost = Math.round(nats * UNIT)
    this.#capacity[direction]![node] = cost
    this.#capacity[direction ^ 1]![node + this.#offsets[direction]!] = cost
  }

  /**
   * Solves, and writes 1 for inside and 0 for outside into `labels` (width·height). Pixels that
   * the flow leaves undecided are outside. The capacities are used up.
   */
  solve(labels: Uint8Array): void {
    const tree = this.#maximumFlow()
    for (let y = 0, i = 0; y < this.#height; y++)
      for (let x = 0; x < this.#width; x++, i++)
        labels[i] = tree[this.#node(x, y)] === SOURCE ? 1 : 0
  }

  #maximumFlow(): Uint8Array {
    const terminal = this.#terminal
    const capacity = this.#capacity
    const offsets = this.#offsets
    const nodes = terminal.length
    const tree = new Uint8Array(nodes)
    const parent = new Uint8Array(nodes).fill(NONE)
    const stamp = new Int32Array(nodes)
    const depth = new Int32Array(nodes)
    const active = new IntQueue(nodes)
    const orphans: number[] = []
    let time = 0

    for (let i = 0; i < nodes; i++) {
      if (terminal[i] === 0) continue
      tree[i] = terminal[i]! > 0 ? SOURCE : SINK
      parent[i] = TERMINAL
      depth[i] = 1
      active.push(i)
    }

    const makeOrphan = (i: number): void => {
      parent[i] = ORPHAN
      orphans.push(i)
    }

    /** The smallest capacity on the way from a node to its terminal. */
    const narrowest = (from: number, source: boolean): number => {
      let least = Infinity
      let i = from
      for (;;) {
        const d = parent[i]!
        if (d === TERMINAL) break
        const up = i + offsets[d]!
        const room = source ? capacity[d ^ 1]![up]! : capacity[d]![i]!
        if (room < least) least = room
        i = up
      }
      return Math.min(least, Math.abs(terminal[i]!))
    }

    const push = (from: number, source: boolean, flow: number): void => {
      let i = from
      for (;;) {
        const d = parent[i]!
        if (d === TERMINAL) break
        const up = i + offsets[d]!
        const toChild = capacity[d ^ 1]!
        const toParent = capacity[d]!
        if (source) {
          toChild[up]! -= flow
          toParent[i]! += flow
          if (toChild[up] === 0) makeOrphan(i)
        } else {
          toParent[i]! -= flow
          toChild[up]! += flow
          if (toParent[i] === 0) makeOrphan(i)
        }
        i = up
      }
      terminal[i]! += source ? -flow : flow
      if (terminal[i] === 0) makeOrphan(i)
    }

    /** Steps from a node to its terminal, or Infinity when the way ends at an orphan. */
    const depthToRoot = (from: number): number => {
      let i = from
      let steps = 0
      for (;;) {
        if (stamp[i] === time) {
          steps += depth[i]!
          break
        }
        const d = parent[i]!
        steps++
        if (d === TERMINAL) {
          stamp[i] = time
          depth[i] = 1
          break
        }
        if (d >= ORPHAN) return Infinity
        i += offsets[d]!
      }
      const total = steps
      i = from
      while (stamp[i] !== time) {
        stamp[i] = time
        depth[i] = steps--
        i += offsets[parent[i]!]!
      }
      return total
    }

    const adopt = (i: number): void => {
      const own = tree[i]!
      let best = NONE
      let bestDepth = Infinity
      for (let d = 0; d < COUNT; d++) {
        const near = i + offsets[d]!
        if (tree[near] !== own) continue
        const room = own === SOURCE ? capacity[d ^ 1]![near]! : capacity[d]![i]!
        if (room <= 0 || parent[near]! >= ORPHAN) continue
        const steps = depthToRoot(near)
        if (steps < bestDepth) {
          bestDepth = steps
          best = d
        }
      }
      parent[i] = best
      if (best !== NONE) {
        stamp[i] = time
        depth[i] = bestDepth + 1
        return
      }
      for (let d = 0; d < COUNT; d++) {
        const near = i + offsets[d]!
        if (tree[near] !== own) continue
        const room = own === SOURCE ? capacity[d ^ 1]![near]! : capacity[d]![i]!
        if (room > 0) active.push(near)
        if (parent[near] === (d ^ 1)) makeOrphan(near)
      }
      tree[i] = FREE
    }

    let current = -1
    for (;;) {
      const i: number = current >= 0 && tree[current] !== FREE ? current : active.pop()
      current = -1
      if (i < 0) break
      const own = tree[i]!
      if (own === FREE) continue
      let meeting = NONE
      for (let d = 0; d < COUNT; d++) {
        const near = i + offsets[d]!
        const room = own === SOURCE ? capacity[d]![i]! : capacity[d ^ 1]![near]!
        if (room <= 0) continue
        const other = tree[near]!
        if (other === FREE) {
          tree[near] = own
          parent[near] = d ^ 1
          stamp[near] = stamp[i]!
          depth[near] = depth[i]! + 1
          active.push(near)
        } else if (other !== own) {
          meeting = d
          break
        } else if (stamp[near]! <= stamp[i]! && depth[near]! > depth[i]!) {
          parent[near] = d ^ 1
          stamp[near] = stamp[i]!
          depth[near] = depth[i]! + 1
        }
      }
      if (meeting === NONE) continue
      time++
      current = i
      const near = i + offsets[meeting]!
      const [sourceEnd, sinkEnd, way] =
        own === SOURCE ? [i, near, meeting] : [near, i, meeting ^ 1]
      const bridge = capacity[way]!
      const flow = Math.min(bridge[sourceEnd]!, narrowest(sourceEnd, true), narrowest(sinkEnd, false))
      bridge[sourceEnd]! -= flow
      capacity[way ^ 1]![sinkEnd]! += flow
      push(sourceEnd, true, flow)
      push(sinkEnd, false, flow)
      while (orphans.length > 0) adopt(orphans.pop()!)
    }
    return tree
  }
}

/** A first-in-first-out queue of node numbers; a node is in it at most once. */
class IntQueue {
  readonly #ring: Int32Array
  readonly #queued: Uint8Array
  #head = 0
  #tail = 0
  #length = 0

  constructor(nodes: number) {
    this.#ring = new Int32Array(nodes)
    this.#queued = new Uint8Array(nodes)
  }

  push(node: number): void {
    if (this.#queued[node]) return
    this.#queued[node] = 1
    this.#ring[this.#tail] = node
    this.#tail = this.#tail + 1 === this.#ring.length ? 0 : this.#tail + 1
    this.#length++
  }

  /** The oldest node, or −1 when there is none. */
  pop(): number {
    if (this.#length === 0) return -1
    const node = this.#ring[this.#head]!
    this.#head = this.#head + 1 === this.#ring.length ? 0 : this.#head + 1
    this.#length--
    this.#queued[node] = 0
    return node
  }
}
