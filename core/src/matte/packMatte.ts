import { deflateSync, inflateSync } from 'fflate'
import { defineNote, Memory } from '../memory'
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

const UNPACKED = defineNote<Alpha>('unpacked alpha')

const unpackAlpha = ({ sidePx, area, deflated, ...size }: PackedAlpha): Alpha => ({
  sidePx,
  area,
  plane: planeU8(size, inflateSync(deflated)),
})

/**
 * The matte of packed levels, the base level first.
 *
 * @param memory in which alpha is kept unpacked: what is unpacked again is the same object.
 */
export function unpackMatte(
  base: PackedMatte,
  finer: readonly PackedMatte[] = [],
  memory = new Memory(),
): Matte {
  if (base.kind === 'uncut') return base
  const { alpha, ...matte } = base
  const unpacked = (packed: PackedAlpha): Alpha =>
    memory.of(packed, UNPACKED, () => unpackAlpha(packed))
  const alphas = finer.flatMap((level) => (level.kind === 'cut' ? [unpacked(level.alpha)] : []))
  return { ...matte, alphas: [unpacked(alpha), ...alphas] }
}
