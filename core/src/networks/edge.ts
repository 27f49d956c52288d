/** Pieces of a photograph to be answered at once, all of one size, one after the other. */
export interface EdgeQuestion {
  readonly pieces: number
  /** Sides of a piece in pixels: multiples of 8. */
  readonly width: number
  readonly height: number
  /** For each piece three planes R, G, B of sRGB values, 0…1. */
  readonly image: Float32Array
  /** For each piece one plane: about where the product is, 0…1. */
  readonly coarse: Float32Array
}

/**
 * The network that draws the outline: for each pixel of each piece the share of it that is product, 0…1. The host
 * runs it.
 */
export type EdgeFinder = (question: EdgeQuestion) => Promise<Float32Array>
