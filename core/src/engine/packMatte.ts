import { deflateSync, inflateSync } from 'fflate'
import { planeU8 } from '../raster'
import type { Matte } from '../steps'

/** A matte for keeping: the alpha deflated, everything else as it is. */
export type PackedMatte =
  | Extract<Matte, { kind: 'uncut' }>
  | (Omit<Extract<Matte, { kind: 'cut' }>, 'alpha'> & {
      readonly alpha: {
        readonly width: number
        readonly height: number
        readonly deflated: Uint8Array
      }
    })

/** Packs a matte; alpha of a typical product shrinks to a fiftieth. */
export function packMatte(matte: Matte): PackedMatte {
  if (matte.kind === 'uncut') return matte
  const { width, height, data } = matte.alpha
  return { ...matte, alpha: { width, height, deflated: deflateSync(data, { level: 3 }) } }
}

/** The matte that `packMatte` packed. */
export function unpackMatte(packed: PackedMatte): Matte {
  if (packed.kind === 'uncut') return packed
  const { deflated, ...size } = packed.alpha
  return { ...packed, alpha: planeU8(size, inflateSync(deflated)) }
}
