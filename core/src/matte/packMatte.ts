import { deflateSync, inflateSync } from 'fflate'
import { planeU8, type Box01 } from '../raster'
import type { Alpha, CutMatte, Matte } from './matte'

interface PackedAlpha {
  readonly sidePx: number
  readonly area: Box01
  readonly width: number
  readonly height: number
  readonly deflated: Uint8Array
}

/** A matte of one level for keeping: its alpha deflated, everything else as it is. */
export type PackedMatte =
  Extract<Matte, { kind: 'uncut' }> | (Omit<CutMatte, 'alphas'> & { readonly alpha: PackedAlpha })

/** Packs one level of a matte; alpha of a typical product shrinks to a fiftieth. */
export function packMatte(matte: CutMatte, { sidePx, area, plane }: Alpha): PackedMatte {
  const { alphas: _, ...facts } = matte
  const { width, height, data } = plane
  const deflated = deflateSync(data, { level: 3 })
  return { ...facts, alpha: { sidePx, area, width, height, deflated } }
}

const unpacked = new WeakMap<PackedAlpha, Alpha>()

/** The alpha that `packMatte` packed; unpacked once for as long as somebody holds the packed one. */
export function unpackAlpha(packed: PackedAlpha): Alpha {
  const known = unpacked.get(packed)
  if (known) return known
  const { sidePx, area, deflated, ...size } = packed
  const alpha: Alpha = { sidePx, area, plane: planeU8(size, inflateSync(deflated)) }
  unpacked.set(packed, alpha)
  return alpha
}

/** The matte of packed levels, the base level first. */
export function unpackMatte(base: PackedMatte, finer: readonly PackedMatte[] = []): Matte {
  if (base.kind === 'uncut') return base
  const { alpha, ...matte } = base
  const alphas = finer.flatMap((level) => (level.kind === 'cut' ? [unpackAlpha(level.alpha)] : []))
  return { ...matte, alphas: [unpackAlpha(alpha), ...alphas] }
}
