import { describe, expect, test } from 'vitest'
import { FINDER_SIDE_PX } from '../../../networks'
import { planeF32, planeU8, type PlaneF32, type PlaneU8 } from '../../../raster'
import { stroke, box } from './hints.testing'
import type { Hint, HintedLook } from './hints'
import { withHints } from './withHints'

const SIDE = FINDER_SIDE_PX
const PIXELS = SIDE * SIDE

describe('a cut with what the network says otherwise', () => {
  const SIZE = { width: 400, height: 200 }

  /** Names of squares of the picture, in pixels: product in the cut on the left alone. */
  const rect = (x0: number, y0: number, x1: number, y1: number) => ({ x0, y0, x1, y1 })
  const BODY = rect(40, 60, 160, 140)
  const ARM = rect(160, 80, 240, 120)
  const OTHER = rect(300, 60, 360, 140)

  const mapOf = (...product: ReturnType<typeof rect>[]): PlaneF32 => {
    const map = planeF32({ width: SIDE, height: SIDE })
    for (let i = 0; i < PIXELS; i++) {
      const x = (((i % SIDE) + 0.5) / SIDE) * SIZE.width
      const y = ((Math.floor(i / SIDE) + 0.5) / SIDE) * SIZE.height
      const inside = product.some((r) => x > r.x0 && x < r.x1 && y > r.y0 && y < r.y1)
      map.data[i] = inside ? 0.95 : 0.05
    }
    return map
  }
  const labelsOf = (...product: ReturnType<typeof rect>[]): PlaneU8 => {
    const labels = planeU8(SIZE)
    for (const { x0, y0, x1, y1 } of product)
      for (let y = y0; y < y1; y++) labels.data.fill(1, y * SIZE.width + x0, y * SIZE.width + x1)
    return labels
  }
  const look = (hints: Hint[], map: PlaneF32, untold: PlaneF32): HintedLook => ({
    key: '',
    hints,
    map,
    untold,
  })
  const at = ({ data }: PlaneU8, x: number, y: number): number => data[y * SIZE.width + x]!
  const onArm = stroke('keep', [[0.5, 0.5]])

  test('gains the piece that a stroke touches, and no other', () => {
    const told = look([onArm], mapOf(BODY, ARM, OTHER), mapOf(BODY))
    const cut = withHints(labelsOf(BODY), told)
    expect([at(cut, 200, 100), at(cut, 100, 100), at(cut, 330, 100)]).toEqual([1, 1, 0])
  })

  test('loses the piece that a stroke touches, though one beside it is also thought to be none', () => {
    const told = look([stroke('drop', [[0.5, 0.5]])], mapOf(BODY), mapOf(BODY, ARM, OTHER))
    const cut = withHints(labelsOf(BODY, ARM, OTHER), told)
    expect([at(cut, 200, 100), at(cut, 100, 100), at(cut, 330, 100)]).toEqual([0, 1, 1])
  })

  test('keeps what the backdrop had decided against the network before, where a stroke only passes it', () => {
    const atItsEnd = stroke('keep', [[0.605, 0.5]])
    const told = look([atItsEnd], mapOf(BODY, ARM), mapOf(BODY, ARM))
    expect(withHints(labelsOf(BODY), told).data).toEqual(labelsOf(BODY).data)
  })

  test('goes by the network where a stroke that keeps lies in what the backdrop had decided', () => {
    const told = look([onArm], mapOf(BODY, ARM, OTHER), mapOf(BODY, ARM, OTHER))
    const cut = withHints(labelsOf(BODY), told)
    expect([at(cut, 200, 100), at(cut, 100, 100), at(cut, 330, 100)]).toEqual([1, 1, 0])
  })

  test('gains the piece under a stroke that keeps where nothing had been cut, and no other', () => {
    const onBody = stroke('keep', [[0.25, 0.5]])
    const cut = withHints(labelsOf(), look([onBody], mapOf(BODY, OTHER), mapOf(BODY, OTHER)))
    expect([at(cut, 100, 100), at(cut, 330, 100)]).toEqual([1, 0])
  })

  test('loses nothing of what the backdrop shows to a stroke that drops, if the network misses it anyway', () => {
    const told = look([stroke('drop', [[0.5, 0.5]])], mapOf(BODY), mapOf(BODY))
    expect(withHints(labelsOf(BODY, ARM), told).data).toEqual(labelsOf(BODY, ARM).data)
  })

  test('keeps its own rim: what is thin is nobody’s change of mind', () => {
    const wider = rect(BODY.x0 - 2, BODY.y0 - 2, BODY.x1 + 2, BODY.y1 + 2)
    const along = stroke('keep', [
      [0.1, 0.295],
      [0.4, 0.295],
    ])
    const told = look([along], mapOf(wider), mapOf(BODY))
    expect(withHints(labelsOf(BODY), told).data).toEqual(labelsOf(BODY).data)
  })

  test('takes in a box both what it now gains and what it loses', () => {
    const told = look([box([0.1, 0.1], [0.95, 0.9])], mapOf(BODY, ARM), mapOf(BODY, OTHER))
    const cut = withHints(labelsOf(BODY, OTHER), told)
    expect([at(cut, 200, 100), at(cut, 100, 100), at(cut, 330, 100)]).toEqual([1, 1, 0])
  })
})
