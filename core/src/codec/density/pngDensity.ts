import { withPngChunk } from '../pngChunk'

/** A PNG that says its density: a pHYs chunk behind the header (ISO/IEC 15948, 11.3.5.3). */
export function withPngDensity(png: Uint8Array, dpi: number): Uint8Array {
  const data = new Uint8Array(9)
  const view = new DataView(data.buffer)
  const perMetre = Math.round(dpi / 0.0254)
  view.setUint32(0, perMetre)
  view.setUint32(4, perMetre)
  data[8] = 1
  return withPngChunk(png, 'pHYs', data)
}
