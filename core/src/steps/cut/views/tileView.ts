import { MATTE, type CutMatte, type Doubt } from '../../../matte'
import {
  fractionsOf,
  pixelsOf,
  srgbOfLinear,
  WHOLE_01,
  within01,
  type Box01,
} from '../../../raster'
import type { Source } from '../../../source'
import { defineView } from '../../view'
import { confidenceOf, expectedMiss } from '../confidence'
import { cutOutOn } from './closeView'

/** Share of a tile that a product's longer side takes: all of a sheet are at one scale. */
const FILL = 0.86
const GROUND = '#808080'

export interface TileOptions {
  /** Side of the tile, in pixels. */
  readonly sidePx: number
}

/** What is known of a cut-out on a tile. */
export interface CutTileFacts {
  /** The chance that the automatic cut is good, 0…1; null where it was made or repaired by hand. */
  readonly confidence01: number | null
  /** About what share of the product is probably wrong, 0…1; null likewise. */
  readonly miss01: number | null
  /** Whether anything was cut: a shot that was left whole is shown whole. */
  readonly isCut: boolean
  /** Places where the cut is in doubt, as fractions of the tile. */
  readonly doubts: readonly Doubt['points'][]
}

/** A small cut-out on mid grey, square, its product as large as on every other tile. */
export const tileView = defineView<TileOptions, CutTileFacts>({
  reads: () => ({ until: 'cut', scales: false, sides: [] }),
  draw: (shot, { sidePx }) => {
    const matte = shot.facts.of(MATTE)
    const isCut = matte?.kind === 'cut'
    const window = squareAbout(isCut ? matte.box : WHOLE_01, shot.source)
    const part = {
      window: pixelsOf(window, shot.source.size),
      size: { width: sidePx, height: sidePx },
    }
    return isCut
      ? { picture: cutOutOn(shot, part, GROUND), facts: factsOf(matte, window) }
      : { picture: srgbOfLinear(shot.draw(part, Infinity)), facts: NOT_CUT }
  },
})

const NOT_CUT: CutTileFacts = {
  confidence01: null,
  miss01: null,
  isCut: false,
  doubts: [],
}

function factsOf({ signs, repairs, doubts }: CutMatte, window: Box01): CutTileFacts {
  const byHand = repairs > 0 || !signs
  const inTile = ([x, y]: readonly [number, number]): readonly [number, number] => {
    const at = within01({ x, y, width: 0, height: 0 }, window)
    return [at.x, at.y]
  }
  return {
    isCut: true,
    confidence01: byHand ? null : confidenceOf(signs),
    miss01: byHand ? null : expectedMiss(signs),
    doubts: byHand ? [] : doubts.map(({ points }) => points.map(inTile)),
  }
}

function squareAbout(product: Box01, { size }: Source): Box01 {
  const { x, y, width, height } = pixelsOf(product, size)
  const side = Math.max(width, height) / FILL
  return fractionsOf(
    { x: x + (width - side) / 2, y: y + (height - side) / 2, width: side, height: side },
    size,
  )
}
