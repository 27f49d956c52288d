import { planeU8, type PlaneU8, type PxBox, type Size } from '../../../raster'
import { linkCosts } from '../coarseCut'
import { colourVotes, fitColours } from '../colours'
import { minimumCut } from '../gridCut'
import { wholePixels } from '../../../strokes'
import type { Looks } from './looks'
import type { RepairOf } from './repairs'

/** A cut of which this share of the box is product is taken as it stands. */
const ALREADY_CUT = 0.04
/** Rounds in which colours and cut follow each other. */
const ROUNDS = 4
const SMOOTHNESS = 4
const HELD = 60
/** Of the box, this much in its middle is taken for product to begin with. */
const MIDDLE = 0.5

/**
 * The cut of the whole picture with what is meant in a box: nothing outside of it is product. Where the cut
 * has nothing in the box, it is made there anew: what stands in its middle against what lies around it.
 *
 * Source: Rother, Kolmogorov & Blake 2004, Interactive foreground extraction using iterated graph cuts.
 */
export function solveBox(drawn: RepairOf<'box'>, labels: PlaneU8, looks: Looks): PlaneU8 {
  const box = wholePixels(boxBetween(drawn, labels), labels)
  const result = planeU8(labels)
  if (!box) return result
  const inBox = (i: number): boolean => isWithin(i, labels.width, box)
  let product = 0
  for (let i = 0; i < result.data.length; i++)
    if (labels.data[i] && inBox(i)) {
      result.data[i] = 1
      product++
    }
  if (product > ALREADY_CUT * box.width * box.height) return result
  const middle = shrunk(box, MIDDLE)
  for (let i = 0; i < result.data.length; i++)
    result.data[i] = isWithin(i, labels.width, middle) ? 1 : 0
  const links = linkCosts(looks.contrast, SMOOTHNESS)
  for (let round = 0; round < ROUNDS; round++) {
    const now = result.data.slice()
    const colours = fitColours(
      looks.lab,
      (i) => now[i] === 1,
      (i) => !inBox(i) || (round > 0 && now[i] === 0),
    )
    const votes = colourVotes(colours, looks.lab)
    for (let i = 0; i < votes.data.length; i++) if (!inBox(i)) votes.data[i] = -HELD
    minimumCut(votes, links, result)
  }
  return result
}

/** A drawn box in the pixels of a raster of the photograph; it may reach over its border. */
export function boxBetween(
  { from: [ax, ay], to: [bx, by] }: Pick<RepairOf<'box'>, 'from' | 'to'>,
  { width, height }: Size,
): PxBox {
  return {
    x: Math.min(ax, bx) * width,
    y: Math.min(ay, by) * height,
    width: Math.abs(ax - bx) * width,
    height: Math.abs(ay - by) * height,
  }
}

const shrunk = ({ x, y, width, height }: PxBox, share: number): PxBox => ({
  x: x + (width * (1 - share)) / 2,
  y: y + (height * (1 - share)) / 2,
  width: width * share,
  height: height * share,
})

function isWithin(i: number, rowWidth: number, { x, y, width, height }: PxBox): boolean {
  const py = Math.floor(i / rowWidth)
  const px = i - py * rowWidth
  return px >= x && px < x + width && py >= y && py < y + height
}
