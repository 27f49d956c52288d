import { components, gaussianBlur, planeF32, planeU8, type PlaneF32 } from '../raster'

/** Blurs, in pixels at about 1200 px, that keep a speck and that lose it. */
const FINE_SIGMA_PX = 0.8
const COARSE_SIGMA_PX = 6
/** A speck differs from its surroundings by this, in L*, and by this many times the usual. */
const MIN_L = 2.6
const TIMES_USUAL = 9
/** Largest speck as a share of the frame; smallest in pixels. */
const LARGEST = 0.0004
const SMALLEST_PX = 4
/** Specks are looked for where the product's probability, spread out by this blur, is below this. */
const CLEARANCE_SIGMA_PX = 12
const BACKDROP = 0.02

/**
 * Number of specks and fibres on the backdrop: small pieces that differ from their surroundings.
 * An estimate, which texture of a backdrop makes unsure: it counts where the backdrop is plain.
 *
 * @param lightness L* at about 1200 px.
 * @param product probability (0…1) of product, of the same size.
 */
export function measureDirt(lightness: PlaneF32, product: PlaneF32): number {
  const fine = gaussianBlur(lightness, FINE_SIGMA_PX, planeF32(lightness))
  const coarse = gaussianBlur(lightness, COARSE_SIGMA_PX, planeF32(lightness))
  const near = gaussianBlur(product, CLEARANCE_SIGMA_PX, planeF32(product))
  const away: number[] = []
  for (let i = 0; i < fine.data.length; i++) {
    fine.data[i] = Math.abs(fine.data[i]! - coarse.data[i]!)
    if (i % 7 === 0 && near.data[i]! < BACKDROP) away.push(fine.data[i]!)
  }
  const usual = Float32Array.from(away).sort()[away.length >> 1] ?? 0
  const limit = Math.max(MIN_L, TIMES_USUAL * usual)
  const specks = planeU8(lightness)
  for (let i = 0; i < specks.data.length; i++)
    specks.data[i] = fine.data[i]! > limit && near.data[i]! < BACKDROP ? 1 : 0
  const most = LARGEST * specks.data.length
  return components(specks, true).list.filter(
    ({ area, touchesBorder }) => area >= SMALLEST_PX && area <= most && !touchesBorder,
  ).length
}
