import type { LinearRgba } from '../raster'
import { pointOf } from './noise'
import { depthAt, DEPTH, smooth } from './perspective'
import { coverageIn } from './sceneMatte'
import type { SceneSpec } from './spec'

/** Sizes of drops: how many in a height of the picture, and how large the largest is of its cell. */
const DROPS = [
  { scale: 15, most: 0.36 },
  { scale: 38, most: 0.34 },
] as const
/** Beyond this depth a drop is smaller than a pixel of most pictures. */
const DROPS_UNTIL = 4

/** Where the product covers more of a place than this, no drop lies. */
const COVERED = 0.25

/**
 * Drops on a wet floor: dark towards the light, bright away from it, with its glint (a drop is a lens). None lies where
 * the product stands, and so none is cut by its outline.
 */
export function drops(
  picture: LinearRgba,
  { horizon01: horizon, wet01, seed, lightEv, matte }: SceneSpec,
  first: number,
  toLight: number,
  toBack: number,
): void {
  const { width, height, data } = picture
  const coverage = coverageIn(matte)
  const glint = 0.5 * 2 ** lightEv
  const aspect = width / height
  const rowOf = (along: number): number => (horizon + ((1 - horizon) * DEPTH) / along) * height
  for (const { scale, most } of DROPS)
    for (let cy = Math.floor(DEPTH * scale) - 1; cy < DEPTH * DROPS_UNTIL * scale; cy++) {
      const reach = Math.ceil((aspect / 2) * ((cy + 2) / scale / DEPTH) * scale)
      for (let cx = -reach; cx <= reach; cx++) {
        const drop = pointOf(cx, cy, seed + scale)
        if (drop.id > 0.2 + 0.55 * wet01) continue
        const radius = most * (0.3 + 0.7 * drop.id)
        if (!isCovered(drop, radius, scale)) paintDrop(drop, radius, scale)
      }
    }

  /** Whether the product stands on the middle of a drop or on one of its sides. */
  function isCovered(
    drop: { readonly x: number; readonly y: number },
    radius: number,
    scale: number,
  ): boolean {
    const along = Math.max(0.01, drop.y / scale)
    const depth = along / DEPTH
    const y01 = rowOf(along) / height
    const x01 = (across: number): number => (across / scale / depth + aspect / 2) / aspect
    return [drop.x - radius, drop.x, drop.x + radius].some(
      (across) => coverage(x01(across), y01) > COVERED,
    )
  }

  function paintDrop(
    drop: { readonly x: number; readonly y: number },
    radius: number,
    scale: number,
  ): void {
    const top = Math.max(first, Math.floor(rowOf((drop.y + radius) / scale)))
    const bottom = Math.min(height - 1, Math.ceil(rowOf(Math.max(0.01, drop.y - radius) / scale)))
    for (let y = top; y <= bottom; y++) {
      const depth = depthAt((y + 0.5) / height, horizon)
      const fades = smooth((DROPS_UNTIL - depth) / 1.5)
      const ny = (DEPTH * depth * scale - drop.y) / radius
      if (ny * ny >= 1 || fades === 0) continue
      const half = (radius * Math.sqrt(1 - ny * ny)) / scale
      const columnOf = (across: number): number => (across / depth + aspect / 2) * height
      const left = Math.max(0, Math.floor(columnOf(drop.x / scale - half)))
      const right = Math.min(width - 1, Math.ceil(columnOf(drop.x / scale + half)))
      for (let x = left; x <= right; x++) {
        const nx = (((x + 0.5) / height - aspect / 2) * depth * scale - drop.x) / radius
        const round = Math.sqrt(nx * nx + ny * ny)
        if (round >= 1) continue
        const rim = smooth((1 - round) / 0.25) * fades
        const toward = nx * toLight + ny * toBack
        const times = 1 + rim * (-0.32 * toward - 0.08)
        const spot = Math.exp(-((nx - 0.42 * toLight) ** 2 + (ny - 0.42 * toBack) ** 2) / 0.03)
        // What is bright behind a drop is seen in it, brighter away from the light.
        const added = rim * (glint * spot + 0.05 * Math.max(0, -toward))
        const i = (y * width + x) * 4
        for (let c = 0; c < 3; c++) data[i + c] = data[i + c]! * times + added
      }
    }
  }
}
