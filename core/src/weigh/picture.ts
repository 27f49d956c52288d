import { z } from 'zod'
import { PictureFacts } from './file/describePicture'
import { faultsOf, type Fault } from './faults'
import { PictureUse } from './page/pictureUse'
import { lightest, possibleBytes, Rewritten } from './ways'
import { neededSide, type WeighOptions } from './weighPlan'

/** A picture on the scales: where it was found, how it is shown, what it is, and what became of it. */
export const WeighedPicture = z.strictObject({
  /** Where it lies, by which it can be put back: a path without a leading slash. */
  path: z.string().min(1),
  /** How a page shows it; null for a file by itself. */
  use: PictureUse.nullable(),
  /** Null until it has been looked at, and where that failed. */
  facts: PictureFacts.nullable(),
  /** What it weighs rewritten, way by way; null until that was tried. */
  made: z.array(Rewritten).nullable(),
  /** Why nothing is known of it; null where all is well. */
  problem: z.string().nullable(),
})
export type WeighedPicture = z.infer<typeof WeighedPicture>

/** What is wrong with a picture. */
export const faultsIn = (
  { facts, use, made }: WeighedPicture,
  options: WeighOptions,
): readonly Fault[] =>
  facts ? faultsOf({ facts, use, made: made ?? [], neededPx: neededSide(facts, use, options) }) : []

/** Bytes that would go; 0 where it is not known. */
export const savedBytes = ({ facts, made }: Pick<WeighedPicture, 'facts' | 'made'>): number =>
  facts && made ? facts.bytes - possibleBytes(facts, made) : 0

/** The way that a picture is best rewritten; null where it is best left, or not known. */
export const bestOf = ({ facts, made }: WeighedPicture): Rewritten | null =>
  facts && made ? lightest(facts, made) : null

/** Pictures from the one with most to lose; what could not be weighed comes first of all. */
export const worstFirst = <P extends WeighedPicture>(pictures: readonly P[]): readonly P[] =>
  [...pictures].sort(
    (a, b) =>
      Number(b.problem !== null) - Number(a.problem !== null) ||
      savedBytes(b) - savedBytes(a) ||
      (b.facts?.bytes ?? 0) - (a.facts?.bytes ?? 0),
  )
