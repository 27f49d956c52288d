import { z } from 'zod'
import { FILE_TYPES, readCaptureFacts, readFileFacts, type FileType } from '../../codec'
import { isFlat } from '../../codec/palettePng'
import type { SrgbRgba8 } from '../../raster'
import { jpegQuality } from './jpegQuality'
import { ballastBytes } from './withoutBallast'

/** What a picture's file is. */
export const PictureFacts = z.strictObject({
  type: z.enum(FILE_TYPES as [FileType, ...FileType[]]), // there are some
  /** Sides upright, in pixels. */
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  bytes: z.number().int().positive(),
  /** Of a JPEG, by its tables, in per cent. */
  qualityPct: z.number().int().min(1).max(100).nullable(),
  /** Bytes without which it looks the same. */
  ballastBytes: z.number().int().nonnegative(),
  /** Name of its colour profile; null without one. */
  profile: z.string().nullable(),
  kind: z.enum(['photograph', 'graphic', 'see-through']),
})
export type PictureFacts = z.infer<typeof PictureFacts>

/**
 * Describes a picture by its file and its pixels.
 *
 * @throws FileError as `readFileFacts`.
 */
export async function describePicture(
  bytes: Uint8Array,
  { data, width, height }: SrgbRgba8,
): Promise<PictureFacts> {
  const { type } = readFileFacts(bytes)
  const isOpaque = data.every((value, i) => i % 4 < 3 || value === 255)
  return {
    type,
    width,
    height,
    bytes: bytes.length,
    qualityPct: type === 'jpeg' ? jpegQuality(bytes) : null,
    ballastBytes: ballastBytes(bytes, type),
    profile: (await readCaptureFacts(bytes)).profile,
    kind: !isOpaque ? 'see-through' : isFlat(data) ? 'graphic' : 'photograph',
  }
}
