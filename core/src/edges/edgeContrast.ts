import { planeF32, type PlaneF32 } from '../raster'
import type { Edges } from './sharpEdges'

export interface Contrast {
  /** Sharpness of the edge at each pixel in units of what the backdrop itself shows. */
  readonly strength: PlaneF32
  /** The sharp part alone, same unit. */
  readonly sharp: PlaneF32
}

/** Edges in units of the backdrop's own texture, so that grain and weave count for nothing. */
export function edgeContrast(edges: Edges, probability: PlaneF32): Contrast {
  const sharpRef = Math.max(0.3, percentileOn(edges.sharp, probability, 0.97))
  const gradientRef = Math.max(0.5, percentileOn(edges.gradient, probability, 0.93))
  const strength = planeF32(edges.sharp)
  const sharp = planeF32(edges.sharp)
  for (let i = 0; i < strength.data.length; i++) {
    sharp.data[i] = edges.sharp.data[i]! / sharpRef
    strength.data[i] = Math.max(sharp.data[i]!, (0.3 * edges.gradient.data[i]!) / gradientRef)
  }
  return { strength, sharp }
}

function percentileOn(plane: PlaneF32, probability: PlaneF32, share: number): number {
  const values: number[] = []
  for (let i = 0; i < plane.data.length; i += 3)
    if (probability.data[i]! < 0.02) values.push(plane.data[i]!)
  if (values.length === 0) return 0
  return Float32Array.from(values).sort()[Math.floor((values.length - 1) * share)]!
}
