import { escapeMarkup } from '../../words'
import { groupBy } from '../groupBy'
import { pictureMarkup, ratioStep, relativeAddress } from './pictureMarkup'
import type { DeliveryFile } from './planDelivery'

/** As wide as the window, up to a column. */
const SIZES = '(max-width: 600px) 100vw, 600px'

/**
 * A page of `<picture>` elements, one a shot, outlet and ratio, with every size and format that is delivered, for copying
 * into a shop.
 */
export function webPageOf(title: string, files: readonly DeliveryFile[]): string {
  const pictures = groupBy(files, (file) =>
    [file.destination.outlet?.id ?? '', file.shot.id, ratioStep(file)].join('/'),
  )
  const slot = {
    sizes: SIZES,
    isFirst: false,
    addressOf: ({ path }: DeliveryFile) => relativeAddress(path),
  }
  return [
    '<!doctype html>',
    '<html lang="en">',
    `<meta charset="utf-8"><title>${escapeMarkup(title)}</title>`,
    '<style>body{margin:2rem;font:14px sans-serif;background:#ededed}picture img{width:min(100%,600px);height:auto;display:block;margin:0 0 1rem}</style>',
    `<h1>${escapeMarkup(title)}</h1>`,
    ...[...pictures.values()].flatMap((own) => pictureMarkup(own, slot) ?? []),
    '</html>',
    '',
  ].join('\n')
}
