import type { FindingTable } from '../../findings'
import { formatPercent } from '../../words'

/** `mark` is what the mark says, or what it is. */
export type MarkFinding =
  | { readonly code: 'mark-no-letters'; readonly mark: string; readonly letters: string }
  | { readonly code: 'mark-text-long'; readonly mark: string }
  | { readonly code: 'mark-contrast'; readonly mark: string; readonly ratio: number }
  | { readonly code: 'mark-over-product'; readonly mark: string; readonly share01: number }
  | { readonly code: 'marks-overlap'; readonly mark: string; readonly other: string }
  | { readonly code: 'mark-outside'; readonly mark: string }
  | { readonly code: 'mark-no-words'; readonly mark: string; readonly words: string }
  | { readonly code: 'mark-no-picture'; readonly mark: string; readonly angle: string }

/** Contrast of text that everybody can read (W3C, WCAG 2.2, 1.4.3). */
export const MIN_CONTRAST = 4.5
/** So much of a mark may lie on the product, as a share of what is drawn of it. */
export const MAX_OVER_PRODUCT_01 = 0.01

export const MARK_FINDINGS: FindingTable<MarkFinding> = {
  'mark-no-letters': {
    title: 'Letters missing from the font',
    weight: 'look',
    remedy: 'Choose another font, or leave those letters out.',
    figures: ({ mark, letters }) => `“${mark}”: no font has ${letters}.`,
  },
  'mark-text-long': {
    title: 'Text too long for its place',
    weight: 'look',
    remedy: 'Shorten it, give it more width, or let it get smaller.',
    figures: ({ mark }) => `“${mark}” doesn’t fit.`,
  },
  'mark-contrast': {
    title: 'Text hard to read',
    weight: 'look',
    remedy: 'Choose another colour, or put a plate under it.',
    figures: ({ mark, ratio }) =>
      `“${mark}”: contrast ${ratio.toFixed(1)} : 1, at least ${MIN_CONTRAST} : 1.`,
  },
  'mark-over-product': {
    title: 'Mark over the product',
    weight: 'look',
    remedy: 'Move it, make it smaller, or let it lie over the product.',
    figures: ({ mark, share01 }) =>
      `“${mark}”: ${formatPercent(share01, 0)} of it lies on the product.`,
  },
  'marks-overlap': {
    title: 'Marks on top of each other',
    weight: 'look',
    remedy: 'Move one of them.',
    figures: ({ mark, other }) => `“${mark}” and “${other}”.`,
  },
  'mark-outside': {
    title: 'Mark cut off by the frame',
    weight: 'look',
    remedy: 'Move it inwards, or make it smaller.',
    figures: ({ mark }) => `“${mark}” reaches beyond the frame.`,
  },
  'mark-no-words': {
    title: 'Mark without its data',
    weight: 'note',
    remedy: 'Add it to the product data, or change the mark’s rule.',
    figures: ({ mark, words }) => `“${mark}”: the product data has no ${words}.`,
  },
  'mark-no-picture': {
    title: 'Inset without its picture',
    weight: 'note',
    remedy: 'Choose a picture, or change the mark’s rule.',
    figures: ({ mark, angle }) => `${mark}: the product has no photograph “${angle}”.`,
  },
}
