import {
  boxAbove,
  LINEAR,
  linearRaster,
  planeF32,
  planeU8,
  resampleLinear,
  resamplePlane,
  rescaled,
  squaredDistance,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
  type PxBox,
  type Size,
} from '../../../raster'
import type { Source } from '../../../source'
import { asFloats, measureAlpha } from './measureAlpha'
import { pullPush } from '../inpaint'
import { boxOfStroke, brushHold, strokeAt, wholePixels } from '../../../strokes'
import { workedEdge } from './edgeWork'
import { eachOf } from './eachOf'
import type { HintedLook } from './hints'
import { withHints } from './withHints'
import { lookAt, looksWithin, type Looks } from './looks'
import { outlineCoverage } from './outline'
import { type Repair, type RepairOf } from './repairs'
import { identityOf } from '../../../strokes'
import { solveBox } from './solveBox'
import { pieceAt } from './pieceAt'
import { firmly, solveNear } from './solveNear'

/** A stroke reaches this many times its radius, and a little more, as a share of the longer side. */
const REACH_RADII = 3
const REACH_MORE = 0.01
/** Room about what may change, so that alpha is measured with backdrop and product at hand. */
const MARGIN = 0.03
/** About what has changed alpha is measured anew this far, then fades over to what it was. */
const ANEW = 7 / 1600
const FADE = 5 / 1600
/** Snapshots of alpha that are kept for undo; what is taken back further is done again. */
const KEPT_STEPS = 24

/** What a repair that was solved has found: the new cut of a window, at the base level. */
interface Solved {
  readonly kind: 'solved'
  readonly window: PxBox
  readonly labels: PlaneU8
  /** How far the new cut counts, 0…1. */
  readonly share: PlaneF32
  /** The bare backdrop of the window. */
  readonly plate: LinearRgba
}

/** What a repair does to alpha. */
type Effect =
  | Solved
  | { readonly kind: 'nothing' }
  /** Drawn on alpha itself, at whatever scale. */
  | { readonly kind: 'drawn'; readonly repair: RepairOf<'paint' | 'erase' | 'edge' | 'path'> }

/** What is done to a cut one after the other: what the network says, having been told, and repairs. */
type Work = Repair | { readonly kind: 'look'; readonly look: HintedLook }

interface Step {
  readonly said: string
  readonly effect: Effect
  /** The cut after it, at the base level; null where it is not kept any more. */
  readonly after: State | null
}

/** A cut under repair, of the whole photograph at its base level. */
interface State {
  /** 0…255. */
  readonly alpha: PlaneU8
  /** What strokes have said so far: 1 for product, 2 for none, 0 where none went. */
  readonly said: PlaneU8
}

/** Repairs of one cut. What has been solved is remembered: one stroke more costs one stroke. */
export interface Repairer {
  /**
   * Alpha at the base level after these repairs, of the whole photograph.
   *
   * @param look what the network says, told by them; it counts before the first of them.
   */
  readonly solve: (repairs: readonly Repair[], look: HintedLook | null) => PlaneU8
  /** What was solved last, done to alpha of the whole photograph at another level, in place. */
  readonly redo: (source: Source, alpha: PlaneU8) => void
  /** Reads the photograph ahead of the first repair. */
  readonly warm: () => void
}

/**
 * Opens a cut for repairs.
 *
 * @param source what the repairs are solved on.
 * @param start alpha 0…255 of the whole photograph at its base level, as it was cut.
 */
export function openRepairs(source: Source, start: PlaneU8): Repairer {
  let steps: Step[] = []
  let looks: Looks | null = null
  /** What was made last at levels beyond the base, by the photograph's width and their longer sides. */
  const redone = new Map<string, { readonly said: readonly string[]; readonly alpha: PlaneU8 }>()
  const lookOnce = (): Looks => (looks ??= lookAt(source, start))

  return {
    warm: () => void lookOnce(),
    solve: (repairs, look) => {
      const works: readonly Work[] = look ? [{ kind: 'look', look }, ...repairs] : repairs
      const said = works.map(saidOf)
      let same = 0
      while (same < steps.length && steps[same]!.said === said[same]) same++
      while (same > 0 && !steps[same - 1]!.after) same--
      steps = steps.slice(0, same)
      let state = steps.at(-1)?.after ?? { alpha: start, said: planeU8(start) }
      for (let k = same; k < works.length; k++) {
        const work = works[k]!
        const effect = effectOf(work, state, lookOnce)
        const alpha = planeU8(start, state.alpha.data.slice())
        apply(effect, alpha, source, start)
        state = { alpha, said: withSaid(state.said, work) }
        steps.push({ said: said[k]!, effect, after: state })
      }
      steps = steps.map((step, k) =>
        k < steps.length - KEPT_STEPS && step.after ? { ...step, after: null } : step,
      )
      return state.alpha
    },
    redo: (from, alpha) => {
      const side = `${from.size.width} ${Math.max(alpha.width, alpha.height)}`
      const said = steps.map((step) => step.said)
      const before = redone.get(side)
      // One more repair is done to what was made with those before it.
      const goesOn = before && before.said.every((each, k) => each === said[k])
      if (goesOn) alpha.data.set(before.alpha.data)
      for (const { effect } of steps.slice(goesOn ? before.said.length : 0))
        apply(effect, alpha, from, start)
      redone.set(side, { said, alpha: planeU8(alpha, alpha.data.slice()) })
    },
  }
}

const saidOf = (work: Work): string =>
  work.kind === 'look' ? `look ${work.look.key}` : JSON.stringify(identityOf(work))

function effectOf(repair: Work, state: State, looks: () => Looks): Effect {
  const { alpha } = state
  switch (repair.kind) {
    case 'look': {
      const labels = withHints(labelsOf(alpha), repair.look)
      return changed(alpha, wholeOf(alpha), labels, looks())
    }
    case 'keep':
      return nearStroke(repair, 1, state, looks())
    case 'drop':
      return nearStroke(repair, 0, state, looks())
    case 'flip': {
      const [x, y] = repair.at
      const found = pieceAt(labelsOf(alpha), looks(), { x: x * alpha.width, y: y * alpha.height })
      return found ? changed(alpha, found.window, found.labels, looks()) : { kind: 'nothing' }
    }
    case 'box': {
      const labels = solveBox(repair, labelsOf(alpha), looks())
      return changed(alpha, wholeOf(alpha), labels, looks())
    }
    case 'paint':
    case 'erase':
    case 'edge':
    case 'path':
      return { kind: 'drawn', repair }
    case 'seeThrough':
      // Measured once all of the product is known.
      return { kind: 'nothing' }
  }
}

function nearStroke(
  repair: RepairOf<'keep' | 'drop'>,
  says: 0 | 1,
  { alpha, said }: State,
  looks: Looks,
): Effect {
  const side = Math.max(alpha.width, alpha.height)
  const stroke = strokeAt(repair, alpha)
  const reachPx = REACH_RADII * stroke.radius + REACH_MORE * side
  const window = wholePixels(boxOfStroke(stroke, reachPx + MARGIN * side), alpha)
  if (!window) return { kind: 'nothing' }
  const labels = labelsWithin(alpha, window)
  const seeds = firmly(brushHold(stroke, window))
  const held = planeU8(window)
  eachOf(said, window, (i, k) => (held.data[k] = said.data[i] === (says ? 2 : 1) ? 1 : 0))
  const seen = looksWithin(looks, window)
  const solved = solveNear({ looks: seen, labels, seeds, says, held, reachPx })
  return changed(alpha, window, solved, looks)
}

/** What a stroke says of the product: 1 that it is there, 2 that it isn't, 0 nothing. */
const SAYS: Readonly<Record<Work['kind'], 0 | 1 | 2>> = {
  keep: 1,
  paint: 1,
  drop: 2,
  erase: 2,
  seeThrough: 0,
  box: 0,
  flip: 0,
  edge: 0,
  path: 0,
  look: 0,
}

/** What strokes have said, this one after the others. */
function withSaid(said: PlaneU8, repair: Work): PlaneU8 {
  const says = SAYS[repair.kind]
  if (says === 0 || !('points' in repair)) return said
  const stroke = strokeAt(repair, said)
  const window = wholePixels(boxOfStroke(stroke, 1), said)
  if (!window) return said
  const seeds = firmly(brushHold(stroke, window))
  const result = planeU8(said, said.data.slice())
  eachOf(said, window, (i, k) => {
    if (seeds.data[k]) result.data[i] = says
  })
  return result
}

/** The effect of a new cut of a window: of that part of it which changes, with room about it. */
function changed(alpha: PlaneU8, solvedIn: PxBox, solved: PlaneU8, looks: Looks): Effect {
  const before = labelsWithin(alpha, solvedIn)
  const different = planeU8(
    solved,
    solved.data.map((label, i) => (label === before.data[i] ? 0 : 1)),
  )
  const box = boxAbove(different, 0)
  if (!box) return { kind: 'nothing' }
  const side = Math.max(alpha.width, alpha.height)
  const room = Math.ceil(MARGIN * side)
  const part = wholePixels(
    {
      x: box.x - room,
      y: box.y - room,
      width: box.width + 2 * room,
      height: box.height + 2 * room,
    },
    solved,
  )!
  const window: PxBox = { ...part, x: part.x + solvedIn.x, y: part.y + solvedIn.y }
  const labels = planeU8(part)
  const change = planeU8(part)
  eachOf(solved, part, (i, k) => {
    labels.data[k] = solved.data[i]!
    change.data[k] = different.data[i]!
  })
  const away = squaredDistance(change)
  const share = planeF32(change)
  for (let i = 0; i < share.data.length; i++) {
    const d = Math.sqrt(away.data[i]!)
    share.data[i] = Math.min(1, Math.max(0, 1 - (d - Math.max(2, ANEW * side)) / (FADE * side)))
  }
  const plate = bareBackdrop(looksWithin(looks, window).picture, labels)
  return { kind: 'solved', window, labels, share, plate }
}

/** The backdrop of a window, spread from where it is bare to behind the product. */
function bareBackdrop(picture: LinearRgba, labels: PlaneU8): LinearRgba {
  const away = squaredDistance(labels)
  const known = Float32Array.from(away.data, (d) => (d > 4 ? 1 : 0))
  const { width, height, data } = picture
  return linearRaster(picture, pullPush(data, known, width, height, 4))
}

/** @param base sides of the whole photograph at the base level. */
function apply(effect: Effect, alpha: PlaneU8, source: Source, base: Size): void {
  if (effect.kind === 'solved') laySolved(effect, alpha, source, base)
  else if (effect.kind === 'drawn') drawRepair(effect.repair, alpha)
}

function laySolved(
  { window: inBase, labels, share, plate }: Solved,
  alpha: PlaneU8,
  source: Source,
  base: Size,
): void {
  const window = wholePixels(rescaled(inBase, base, alpha), alpha)
  if (!window) return
  const size: Size = { width: window.width, height: window.height }
  // Where the level's whole pixels lie in the window of the base level.
  const exact = rescaled(window, alpha, base)
  const part: PxBox = { ...exact, x: exact.x - inBase.x, y: exact.y - inBase.y }
  const shares = resamplePlane(share, part, planeF32(size), LINEAR)
  const measured = measureAlpha({
    wanted: shares,
    picture: source.sample(rescaled(window, alpha, source.size), size, LINEAR),
    inside: resamplePlane(asFloats(labels), part, planeF32(size), LINEAR),
    plate: resampleLinear(plate, part, linearRaster(size), LINEAR),
    sidePx: Math.max(alpha.width, alpha.height),
  })
  mix(alpha, window, shares, (i) => measured.data[i]!)
}

function drawRepair(repair: RepairOf<'paint' | 'erase' | 'edge' | 'path'>, alpha: PlaneU8): void {
  if (repair.kind === 'path') {
    const inside = outlineCoverage(repair.outlines, alpha, wholeOf(alpha))
    for (let i = 0; i < alpha.data.length; i++)
      alpha.data[i] = Math.round(255 * Math.min(1, inside.data[i]!))
    return
  }
  const side = Math.max(alpha.width, alpha.height)
  const stroke = strokeAt(repair, alpha)
  const margin =
    repair.kind === 'edge' ? (Math.abs(repair.shift) + 3 * repair.soften) * side + 8 : 1
  const window = wholePixels(boxOfStroke(stroke, margin), alpha)
  if (!window) return
  const hold = brushHold(stroke, window)
  if (repair.kind !== 'edge') {
    const to = repair.kind === 'paint' ? 255 : 0
    mix(alpha, window, hold, () => to)
    return
  }
  const before = planeF32(window)
  eachOf(alpha, window, (i, k) => (before.data[k] = alpha.data[i]! / 255))
  const { shift, soften } = repair
  const worked = workedEdge(before, {
    shiftPx: shift * side,
    softenPx: soften * side,
    steepness: 1,
  })
  mix(alpha, window, hold, (k) => 255 * worked.data[k]!)
}

/** Mixes values, 0…255, into a window of alpha. */
function mix(
  alpha: PlaneU8,
  window: PxBox,
  share: PlaneF32,
  value: (inWindow: number) => number,
): void {
  eachOf(alpha, window, (i, k) => {
    const s = share.data[k]!
    if (s > 0) alpha.data[i] = Math.round(alpha.data[i]! * (1 - s) + value(k) * s)
  })
}

/** The cut that alpha stands for: 1 where a pixel is more product than not. */
const labelsOf = (alpha: PlaneU8): PlaneU8 => labelsWithin(alpha, wholeOf(alpha))

function labelsWithin(alpha: PlaneU8, window: PxBox): PlaneU8 {
  const labels = planeU8(window)
  eachOf(alpha, window, (i, k) => (labels.data[k] = alpha.data[i]! > 127 ? 1 : 0))
  return labels
}
