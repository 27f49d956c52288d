import type { PictureWords } from './namePattern'

/** What is known of a shot besides its pixels. */
export interface ShotAbout {
  /** The data of its product, and its own: what stands for the variables of a pattern. */
  readonly words: PictureWords
  /** Whether it is the first picture of its product. */
  readonly isCover: boolean
  /** Today, as YYYY-MM-DD; empty where nobody says. */
  readonly day: string
  /** The photographs of its product by their angle, itself among them. */
  readonly pictures: Readonly<Record<string, { readonly name: string; readonly hash: string }>>
}

/** Of a shot of which nothing is known. */
export const NOTHING_KNOWN: ShotAbout = { words: {}, isCover: true, day: '', pictures: {} }
