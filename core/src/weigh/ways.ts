import { z } from 'zod'
import { FILE_TYPES, type FileType } from '../codec'
import type { PictureFacts } from './file/describePicture'

/** Ways in which a picture can be rewritten, from the gentlest. */
export const WAYS = ['lossless', 'same', 'modern', 'shown'] as const
export type Way = (typeof WAYS)[number]

/** What each way does, as people read it. */
export const WAY_WORDS: Readonly<Record<Way, string>> = {
  lossless: 'without its metadata',
  same: 'lighter, looks the same',
  modern: 'in the lighter format',
  shown: 'at the size it is shown',
}

/** A picture as it was really rewritten. */
export const Rewritten = z.strictObject({
  way: z.enum(WAYS),
  type: z.enum(FILE_TYPES as [FileType, ...FileType[]]), // there are some
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  bytes: z.number().int().positive(),
  /** Structural similarity to the picture at that size, 0…1; 1 where no pixel is another. */
  likeness: z.number().min(0).max(1),
  /** SHA-256 of the file, in hex. */
  fileHash: z.string(),
})
export type Rewritten = z.infer<typeof Rewritten>

/** A file must get lighter by this share for a change to be worth it. */
const WORTH_IT_01 = 0.02

/**
 * The lightest way of those that were made: null where none is worth it.
 */
export function lightest(
  facts: Pick<PictureFacts, 'bytes'>,
  made: readonly Rewritten[],
): Rewritten | null {
  const [best] = [...made].sort((a, b) => a.bytes - b.bytes)
  return best && best.bytes <= facts.bytes * (1 - WORTH_IT_01) ? best : null
}

/** What a picture would weigh. */
export const possibleBytes = (
  facts: Pick<PictureFacts, 'bytes'>,
  made: readonly Rewritten[],
): number => lightest(facts, made)?.bytes ?? facts.bytes
