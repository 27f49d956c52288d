/** The part of the package that is used; it brings no types of its own. */
declare module 'gifenc' {
  type Palette = number[][]
  type PixelFormat = 'rgb565' | 'rgb444' | 'rgba4444'
  export function quantize(
    rgba: Uint8Array | Uint8ClampedArray,
    mostColours: number,
    options?: { format?: PixelFormat; oneBitAlpha?: boolean | number },
  ): Palette
  export function applyPalette(
    rgba: Uint8Array | Uint8ClampedArray,
    palette: Palette,
    format?: PixelFormat,
  ): Uint8Array
}
