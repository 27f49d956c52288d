import sharp, { type OverlayOptions } from 'sharp'
import {
  hexToLinear,
  linearRaster,
  planeF32,
  srgbOfLinear,
  type HexColour,
  type LinearRgba,
  type PlaneU8,
} from '@cloudbank/core/raster'
import { extractForeground } from '@cloudbank/core/steps'

/** Grounds on which a cut is looked at: one that flatters, and one on which every fringe is seen. */
const GROUNDS: readonly HexColour[] = ['#808080', '#ff00ff']
const TILE_PX = 300
/** Cuts side by side, each on every ground. */
const COLUMNS = 4

/** A cut, small, on each ground. */
export interface SheetTile {
  /** How good it is, 0…1: the worst come first. */
  readonly iou: number
  readonly pictures: readonly Buffer[]
}

/**
 * A cut for a contact sheet.
 *
 * @param photograph opaque, in linear light.
 * @param alpha 0…255, of the same size.
 */
export async function sheetTile(
  photograph: LinearRgba,
  alpha: PlaneU8,
  iou: number,
): Promise<SheetTile> {
  const lifted = linearRaster(photograph, Float32Array.from(photograph.data))
  extractForeground(
    lifted,
    planeF32(
      alpha,
      Float32Array.from(alpha.data, (value) => value / 255),
    ),
  )
  const { width, height } = photograph
  const pictures = GROUNDS.map((ground) => {
    const { data } = srgbOfLinear(lifted, hexToLinear(ground))
    return sharp(data, { raw: { width, height, channels: 4 } })
      .resize(TILE_PX, TILE_PX, { fit: 'contain', background: ground })
      .png()
      .toBuffer()
  })
  return { iou, pictures: await Promise.all(pictures) }
}

/** Writes all tiles as one picture, the worst first. */
export async function writeContactSheet(path: string, tiles: readonly SheetTile[]): Promise<void> {
  const sorted = [...tiles].sort((a, b) => a.iou - b.iou)
  const layers = sorted.flatMap(({ pictures }, k) =>
    pictures.map((input, ground): OverlayOptions => ({
      input,
      left: ((k % COLUMNS) * GROUNDS.length + ground) * TILE_PX,
      top: Math.floor(k / COLUMNS) * TILE_PX,
    })),
  )
  const width = COLUMNS * GROUNDS.length * TILE_PX
  const height = Math.ceil(sorted.length / COLUMNS) * TILE_PX
  await sharp({ create: { width, height, channels: 3, background: '#808080' } })
    .composite(layers)
    .toFile(path)
}
