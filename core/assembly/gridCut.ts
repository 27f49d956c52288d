// Boykov & Kolmogorov 2004, An experimental comparison of min-cut/max-flow algorithms for energy
// minimization in vision. One block of memory, laid out by `core/src/steps/cut/gridCut.ts`:
// plain arrays of one number a node, the eight planes of capacities first.

const FREE: u8 = 0
const SOURCE: u8 = 1
const SINK: u8 = 2
const DIRECTIONS: i32 = 8
/** In place of a direction to the parent. */
const TERMINAL: u8 = 8
const ORPHAN: u8 = 9
const NONE: u8 = 10

let nodes: i32 = 0
let capacities: usize = 0
let terminals: usize = 0
let trees: usize = 0
let parents: usize = 0
let stamps: usize = 0
let depths: usize = 0
let ring: usize = 0
let queued: usize = 0
let orphans: usize = 0
let offsets: usize = 0
let head: i32 = 0
let tail: i32 = 0
let waiting: i32 = 0
let orphanCount: i32 = 0
let time: i32 = 0

@inline function offset(direction: i32): i32 {
  return load<i32>(offsets + (<usize>direction << 2))
}
@inline function capacityAt(direction: i32, node: i32): usize {
  return capacities + ((<usize>direction * <usize>nodes + <usize>node) << 2)
}
@inline function tree(node: i32): u8 {
  return load<u8>(trees + <usize>node)
}
@inline function parent(node: i32): u8 {
  return load<u8>(parents + <usize>node)
}
@inline function at(base: usize, node: i32): usize {
  return base + (<usize>node << 2)
}

function activate(node: i32): void {
  if (load<u8>(queued + <usize>node)) return
  store<u8>(queued + <usize>node, 1)
  store<i32>(at(ring, tail), node)
  tail = tail + 1 == nodes ? 0 : tail + 1
  waiting++
}

function nextActive(): i32 {
  if (waiting == 0) return -1
  const node = load<i32>(at(ring, head))
  head = head + 1 == nodes ? 0 : head + 1
  waiting--
  store<u8>(queued + <usize>node, 0)
  return node
}

function makeOrphan(node: i32): void {
  store<u8>(parents + <usize>node, ORPHAN)
  store<i32>(at(orphans, orphanCount++), node)
}

function adoptParent(node: i32, like: i32, direction: i32): void {
  store<u8>(parents + <usize>node, <u8>direction)
  store<i32>(at(stamps, node), load<i32>(at(stamps, like)))
  store<i32>(at(depths, node), load<i32>(at(depths, like)) + 1)
}

/** The smallest capacity on the way from a node to its terminal. */
function narrowest(from: i32, source: bool): i32 {
  let least: i32 = i32.MAX_VALUE
  let i = from
  for (;;) {
    const d = <i32>parent(i)
    if (d == TERMINAL) break
    const up = i + offset(d)
    const room = load<i32>(source ? capacityAt(d ^ 1, up) : capacityAt(d, i))
    if (room < least) least = room
    i = up
  }
  const end = load<i32>(at(terminals, i))
  return min(least, end < 0 ? -end : end)
}

function push(from: i32, source: bool, flow: i32): void {
  let i = from
  for (;;) {
    const d = <i32>parent(i)
    if (d == TERMINAL) break
    const up = i + offset(d)
    const down = capacityAt(d ^ 1, up)
    const rise = capacityAt(d, i)
    const forward = source ? down : rise
    const back = source ? rise : down
    const left = load<i32>(forward) - flow
    store<i32>(forward, left)
    store<i32>(back, load<i32>(back) + flow)
    if (left == 0) makeOrphan(i)
    i = up
  }
  const left = load<i32>(at(terminals, i)) + (source ? -flow : flow)
  store<i32>(at(terminals, i), left)
  if (left == 0) makeOrphan(i)
}

/** Steps from a node to its terminal; the greatest number when the way ends at an orphan. */
function depthToRoot(from: i32): i32 {
  let i = from
  let steps: i32 = 0
  for (;;) {
    if (load<i32>(at(stamps, i)) == time) {
      steps += load<i32>(at(depths, i))
      break
    }
    const d = parent(i)
    steps++
    if (d == TERMINAL) {
      store<i32>(at(stamps, i), time)
      store<i32>(at(depths, i), 1)
      break
    }
    if (d >= ORPHAN) return i32.MAX_VALUE
    i += offset(<i32>d)
  }
  const total = steps
  i = from
  while (load<i32>(at(stamps, i)) != time) {
    store<i32>(at(stamps, i), time)
    store<i32>(at(depths, i), steps--)
    i += offset(<i32>parent(i))
  }
  return total
}

function adopt(i: i32): void {
  const own = tree(i)
  let best: i32 = NONE
  let bestDepth: i32 = i32.MAX_VALUE
  for (let d: i32 = 0; d < DIRECTIONS; d++) {
    const near = i + offset(d)
    if (tree(near) != own || parent(near) >= ORPHAN) continue
    const room = load<i32>(own == SOURCE ? capacityAt(d ^ 1, near) : capacityAt(d, i))
    if (room <= 0) continue
    const steps = depthToRoot(near)
    if (steps < bestDepth) {
      bestDepth = steps
      best = d
    }
  }
  store<u8>(parents + <usize>i, <u8>best)
  if (best != NONE) {
    store<i32>(at(stamps, i), time)
    store<i32>(at(depths, i), bestDepth + 1)
    return
  }
  for (let d: i32 = 0; d < DIRECTIONS; d++) {
    const near = i + offset(d)
    if (tree(near) != own) continue
    const room = load<i32>(own == SOURCE ? capacityAt(d ^ 1, near) : capacityAt(d, i))
    if (room > 0) activate(near)
    if (<i32>parent(near) == (d ^ 1)) makeOrphan(near)
  }
  store<u8>(trees + <usize>i, FREE)
}

/** Grows the tree of one node; the direction in which it meets the other tree, or NONE. */
function grow(i: i32): i32 {
  const own = tree(i)
  for (let d: i32 = 0; d < DIRECTIONS; d++) {
    const near = i + offset(d)
    const room = load<i32>(own == SOURCE ? capacityAt(d, i) : capacityAt(d ^ 1, near))
    if (room <= 0) continue
    const other = tree(near)
    if (other == FREE) {
      store<u8>(trees + <usize>near, own)
      adoptParent(near, i, d ^ 1)
      activate(near)
    } else if (other != own) {
      return d
    } else if (
      load<i32>(at(stamps, near)) <= load<i32>(at(stamps, i)) &&
      load<i32>(at(depths, near)) > load<i32>(at(depths, i))
    ) {
      adoptParent(near, i, d ^ 1)
    }
  }
  return NONE
}

function start(): void {
  head = tail = waiting = orphanCount = time = 0
  memory.fill(trees, 0, <usize>nodes)
  memory.fill(parents, NONE, <usize>nodes)
  memory.fill(queued, 0, <usize>nodes)
  memory.fill(stamps, 0, <usize>nodes << 2)
  memory.fill(depths, 0, <usize>nodes << 2)
  for (let i: i32 = 0; i < nodes; i++) {
    const vote = load<i32>(at(terminals, i))
    if (vote == 0) continue
    store<u8>(trees + <usize>i, vote > 0 ? SOURCE : SINK)
    store<u8>(parents + <usize>i, TERMINAL)
    store<i32>(at(depths, i), 1)
    activate(i)
  }
}

/**
 * Maximum flow over a grid of `count` nodes, the frame of idle ones included. `work` holds
 * 32 + 16 + 4 + 3 bytes … a node, in the order of the assignments below; `steps` is the eight
 * neighbours' index offsets. Afterwards the plane of trees says 1 for the source's side.
 */
export function maximumFlow(count: i32, work: usize, steps: usize): usize {
  const n = <usize>count
  nodes = count
  offsets = steps
  capacities = work
  terminals = work + n * 32
  stamps = terminals + n * 4
  depths = stamps + n * 4
  ring = depths + n * 4
  orphans = ring + n * 4
  trees = orphans + n * 4
  parents = trees + n
  queued = parents + n
  start()
  let current: i32 = -1
  for (;;) {
    const i = current >= 0 && tree(current) != FREE ? current : nextActive()
    current = -1
    if (i < 0) break
    const own = tree(i)
    if (own == FREE) continue
    const d = grow(i)
    if (d == NONE) continue
    time++
    current = i
    const near = i + offset(d)
    const source = own == SOURCE ? i : near
    const sink = own == SOURCE ? near : i
    const way = own == SOURCE ? d : d ^ 1
    const bridge = capacityAt(way, source)
    const flow = min(load<i32>(bridge), min(narrowest(source, true), narrowest(sink, false)))
    store<i32>(bridge, load<i32>(bridge) - flow)
    const back = capacityAt(way ^ 1, sink)
    store<i32>(back, load<i32>(back) + flow)
    push(source, true, flow)
    push(sink, false, flow)
    while (orphanCount > 0) adopt(load<i32>(at(orphans, --orphanCount)))
  }
  return trees
}
