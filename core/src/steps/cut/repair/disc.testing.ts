import type { CutMatte, Matte } from '../../../matte'
import { linearRaster, planeU8, srgbOfLinear, type PlaneU8 } from '../../../raster'
import { photographSource } from '../../../source'
import { type HintedLook } from './hints'
import { repairedMatte, type WholeEdge } from './repairedMatte'
import { type Repair } from './repairs'
import { SURE_SIGNS } from '../../../matte/signs.testing'

export const SIDE = 240
export const AREA = { x: 0, y: 0, width: 1, height: 1 }
export const AT_REST: WholeEdge = { edgeShift: 0, edgeSoften: 0, edgeTightenPct: 0, speck: 0 }

/** A disc of 60 px with a round hole of 18 px in it, on paper of nearly the same grey, and a loose piece. */
export const inDisc = (x: number, y: number): boolean => Math.hypot(x - 120, y - 120) < 60
export const inHole = (x: number, y: number): boolean => Math.hypot(x - 140, y - 120) < 18
export const inPiece = (x: number, y: number): boolean => Math.hypot(x - 30, y - 30) < 10
const photograph = linearRaster({ width: SIDE, height: SIDE })
let seed = 5
const noise = (): number => ((seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5) * 0.01
for (let y = 0, i = 0; y < SIDE; y++)
  for (let x = 0; x < SIDE; x++, i++) {
    const [cx, cy] = [x + 0.5, y + 0.5]
    const solid = (inDisc(cx, cy) && !inHole(cx, cy)) || inPiece(cx, cy)
    const v = (solid ? 0.4 : 0.6) + noise()
    photograph.data.set([v, v, v, 1], i * 4)
  }
export const source = photographSource(srgbOfLinear(photograph))

export const planeOf = (inside: (x: number, y: number) => boolean): PlaneU8 => {
  const plane = planeU8({ width: SIDE, height: SIDE })
  for (let y = 0, i = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, i++) plane.data[i] = inside(x + 0.5, y + 0.5) ? 255 : 0
  return plane
}
export const matteOf = (plane: PlaneU8): CutMatte => ({
  kind: 'cut',
  box: AREA,
  unsure: 0,
  holes: 0,
  signs: { ...SURE_SIGNS, moved: 0.1 },
  doubts: [],
  repairs: 0,
  atBorder: 'clear',
  alphas: [{ sidePx: SIDE, area: AREA, plane }],
})
export const truth = planeOf((x, y) => inDisc(x, y) && !inHole(x, y))

export const stroke = (
  kind: 'keep' | 'drop' | 'paint' | 'erase',
  points: [number, number][],
  radiusPx: number,
): Repair => ({
  kind,
  turn: 0,
  hidden: false,
  points: points.map(([x, y]) => [x / SIDE, y / SIDE]),
  radius: radiusPx / SIDE,
  hardness: 0.8,
})

/** Alpha over the whole photograph after repairs. */
export function repaired(
  start: Matte,
  repairs: readonly Repair[],
  edge = AT_REST,
  look: HintedLook | null = null,
): PlaneU8 {
  const matte = repairedMatte(source, start, { repairs, edge, look }, [SIDE])
  const whole = planeU8({ width: SIDE, height: SIDE })
  if (matte.kind === 'uncut') return whole
  const { area, plane } = matte.alphas[0]
  const [left, top] = [Math.round(area.x * SIDE), Math.round(area.y * SIDE)]
  for (let y = 0; y < plane.height; y++)
    whole.data.set(
      plane.data.subarray(y * plane.width, (y + 1) * plane.width),
      (top + y) * SIDE + left,
    )
  return whole
}
export const wrong = (alpha: PlaneU8, than: PlaneU8 = truth): number =>
  alpha.data.reduce((sum, a, i) => sum + (a > 127 !== than.data[i]! > 127 ? 1 : 0), 0)
