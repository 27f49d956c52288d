import { z } from 'zod'
import { LINEAR_OF_BYTE } from './transfer'

/** A colour as six hex digits with a leading #, in sRGB. */
export const HexColour = z
  .string()
  .regex(/^#[0-9a-fA-F]{6}$/, 'write a colour as #RRGGBB, six hex digits')
  .transform((hex) => hex.toUpperCase())
export type HexColour = z.infer<typeof HexColour>

export type Rgb = readonly [red: number, green: number, blue: number]

/** The three sRGB bytes (0…255) of a hex colour. */
export function hexToBytes(hex: HexColour): Rgb {
  const value = Number.parseInt(hex.slice(1), 16)
  return [value >> 16, (value >> 8) & 255, value & 255]
}

/** A hex colour of three sRGB bytes (0…255, whole). */
export const bytesToHex = (bytes: Rgb): HexColour =>
  `#${bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')}`.toUpperCase()

/** The three components of a hex colour in linear light (0…1). */
export function hexToLinear(hex: HexColour): Rgb {
  const [r, g, b] = hexToBytes(hex)
  return [LINEAR_OF_BYTE[r]!, LINEAR_OF_BYTE[g]!, LINEAR_OF_BYTE[b]!]
}

/** Relative luminance (CIE Y, 0…1) of linear light with sRGB primaries. */
export function luminance([r, g, b]: Rgb): number {
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
