import { FORMATS, type Format } from '../../codec'
import { escapeMarkup } from '../../words'
import { groupBy } from '../groupBy'
import type { DeliveryFile } from './planDelivery'

/** Formats that browsers show, the lightest first; the last of those there are is what every one can show. */
const SHOWN: readonly Format[] = ['avif', 'webp', 'png', 'jpeg']
/** Ratios nearer than this are one, so that sizes of one picture stand in one list. */
const RATIO_STEP = 0.01

/**
 * A page of `<picture>` elements (HTML Living Standard, 4.8.1), one a shot, outlet and ratio, with every
 * size and format that is delivered, for copying into a shop.
 */
export function webPageOf(title: string, files: readonly DeliveryFile[]): string {
  const pictures = groupBy(files, ({ shot, destination, rendition }) =>
    [
      destination.outlet?.id ?? '',
      shot.id,
      Math.round(Math.log(rendition.width / rendition.height) / RATIO_STEP),
    ].join('/'),
  )
  return [
    '<!doctype html>',
    '<html lang="en">',
    `<meta charset="utf-8"><title>${escapeMarkup(title)}</title>`,
    '<style>body{margin:2rem;font:14px sans-serif;background:#ededed}picture img{width:min(100%,600px);height:auto;display:block;margin:0 0 1rem}</style>',
    `<h1>${escapeMarkup(title)}</h1>`,
    ...[...pictures.values()].map(pictureOf),
    '</html>',
    '',
  ].join('\n')
}

function pictureOf(files: readonly DeliveryFile[]): string {
  const byFormat = groupBy(files, ({ rendition }) => rendition.format)
  const formats = SHOWN.filter((format) => byFormat.has(format))
  const last = formats.at(-1)!
  const sources = formats
    .filter((format) => format !== last)
    .map((format) => {
      const { mime } = FORMATS[format]
      return `  <source type="${mime}" srcset="${srcsetOf(byFormat.get(format)!)}" sizes="${SIZES}">`
    })
  const own = byFormat.get(last)!
  const [largest] = [...own].sort((a, b) => b.rendition.width - a.rendition.width)
  const { path, rendition, altText } = largest!
  const size = `width="${rendition.width}" height="${rendition.height}"`
  return [
    '<picture>',
    ...sources,
    `  <img src="${addressOf(path)}" srcset="${srcsetOf(own)}" sizes="${SIZES}" ${size} alt="${escapeMarkup(altText)}" loading="lazy">`,
    '</picture>',
  ].join('\n')
}

/** As wide as the window, up to a column. */
const SIZES = '(max-width: 600px) 100vw, 600px'

const srcsetOf = (files: readonly DeliveryFile[]): string =>
  [...new Map(files.map((file) => [file.rendition.width, file])).values()]
    .sort((a, b) => a.rendition.width - b.rendition.width)
    .map(({ path, rendition }) => `${addressOf(path)} ${rendition.width}w`)
    .join(', ')

/** A path as a relative address; commas would end an entry of a list. */
const addressOf = (path: string): string =>
  escapeMarkup(path.split('/').map(encodeURIComponent).join('/').replaceAll(',', '%2C'))
