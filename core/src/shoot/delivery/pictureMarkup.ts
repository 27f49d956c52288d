import { FORMATS, type Format } from '../../codec'
import { escapeMarkup } from '../../words'
import { groupBy } from '../groupBy'
import type { DeliveryFile } from './planDelivery'

/** Formats that browsers show, the lightest first; the last of those there are is what every one can show. */
const SHOWN: readonly Format[] = ['avif', 'webp', 'png', 'jpeg']
/** Ratios nearer than this are one, so that sizes of one picture stand in one list. */
const RATIO_STEP = 0.01

/** The step of a ratio: files of one picture that have the same can stand in for each other. */
export const ratioStep = ({
  rendition: { width, height },
}: Pick<DeliveryFile, 'rendition'>): number => Math.round(Math.log(width / height) / RATIO_STEP)

/** How a page shows a picture. */
export interface Slot {
  /** The `sizes` of the slot. */
  readonly sizes: string
  /** Whether it is seen at once: it is not lazy, and comes before others. */
  readonly isFirst: boolean
  /** The address of a file on the page, as it is: it is escaped here. */
  readonly addressOf: (file: DeliveryFile) => string
}

/**
 * A `picture` element (HTML Living Standard, 4.8.1) with every size and format of one picture. Null where no browser shows
 * any of its formats.
 *
 * @param files of one picture and ratio.
 */
export function pictureMarkup(
  files: readonly DeliveryFile[],
  { sizes, isFirst, addressOf }: Slot,
): string | null {
  const byFormat = groupBy(files, ({ rendition }) => rendition.format)
  const formats = SHOWN.filter((format) => byFormat.has(format))
  const last = formats.at(-1)
  if (last === undefined) return null
  const srcsetOf = (own: readonly DeliveryFile[]): string =>
    [...new Map(own.map((file) => [file.rendition.width, file])).values()]
      .sort((a, b) => a.rendition.width - b.rendition.width)
      .map((file) => `${escapeMarkup(addressOf(file))} ${file.rendition.width}w`)
      .join(', ')
  const sources = formats
    .filter((format) => format !== last)
    .map((format) => {
      const { mime } = FORMATS[format]
      return `  <source type="${mime}" srcset="${srcsetOf(byFormat.get(format)!)}" sizes="${sizes}">`
    })
  const own = byFormat.get(last)!
  const largest = largestOf(own)
  const { rendition, altText } = largest
  const when = isFirst ? 'fetchpriority="high"' : 'loading="lazy" decoding="async"'
  const size = `width="${rendition.width}" height="${rendition.height}"`
  return [
    '<picture>',
    ...sources,
    `  <img src="${escapeMarkup(addressOf(largest))}" srcset="${srcsetOf(own)}" sizes="${sizes}" ${size} alt="${escapeMarkup(altText)}" ${when}>`,
    '</picture>',
  ].join('\n')
}

/** The widest of some files, of which there is at least one. */
export const largestOf = (files: readonly DeliveryFile[]): DeliveryFile =>
  files.reduce((most, file) => (file.rendition.width > most.rendition.width ? file : most))

/** A path as a relative address; commas would end an entry of a list. */
export const relativeAddress = (path: string): string =>
  path.split('/').map(encodeURIComponent).join('/').replaceAll(',', '%2C')
