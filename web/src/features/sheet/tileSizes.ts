/** Sides of a tile, in pixels of the screen: from all of a large shoot at once to a few shots. */
export const TILE_SIZES_PX = [38, 64, 100, 136, 180, 240, 320] as const
export const USUAL_TILE_PX = 100

/** How much stands about a picture of a size. */
export interface Furniture {
  /** The head over a group. */
  readonly headPx: number
  /** Whether a group's head has its name beside the SKU. */
  readonly named: boolean
  /** Caption and hem below the picture. */
  readonly captioned: boolean
  readonly hemmed: boolean
  readonly footPx: number
  readonly gapPx: number
  readonly groupGapPx: number
}

/** Small pictures have less about them, so that many are seen at once. */
export function furnitureOf(tilePx: number): Furniture {
  if (tilePx < 50)
    return {
      headPx: 0,
      named: false,
      captioned: false,
      hemmed: false,
      footPx: 8,
      gapPx: 2,
      groupGapPx: 8,
    }
  if (tilePx < 90)
    return {
      headPx: 20,
      named: false,
      captioned: false,
      hemmed: true,
      footPx: 15,
      gapPx: 4,
      groupGapPx: 10,
    }
  return {
    headPx: 26,
    named: true,
    captioned: true,
    hemmed: true,
    footPx: 36,
    gapPx: 6,
    groupGapPx: 12,
  }
}
