import { largestOf, pictureMarkup, type DeliveryFile } from '../shoot'
import { escapeMarkup } from '../words'
import { jsonLdOf } from './jsonLd'
import type { ShelfPage, ShelfPicture, ShelfProduct } from './shelf'
import { STYLE } from './style'

/** How a page of the shop is made. */
export interface ShelfLook {
  readonly title: string
  /** The address of a file on the page. */
  readonly addressOf: (file: DeliveryFile) => string
  /** Where the page of a product is, or the listing for null. */
  readonly linkTo: (sku: string | null) => string
  /** Lines over the pictures: thirds of the frame, or the line that products stand on. */
  readonly lines: 'none' | 'thirds' | 'base'
  /** Whether texts of a row stand in line, whatever their length. */
  readonly isAligned: boolean
  /** Whether product pages carry linked data; a window in which no script runs would complain of it. */
  readonly hasData: boolean
}

/** Pictures of a listing that are seen at once on every screen. */
const FIRST = 2

/** Widths of slots, as the style sheet lays them out. */
const SIZES = {
  card: '(min-width: 1100px) 310px, (min-width: 700px) 33vw, 50vw',
  main: '(min-width: 1100px) 640px, (min-width: 700px) 60vw, 100vw',
  side: '(min-width: 700px) 160px, 33vw',
} as const

/** The listing of a shop: a card a product, the cover of each. */
export function listingPage(shelf: readonly ShelfProduct[], look: ShelfLook): string {
  const cards = shelf.map((product, i) => {
    const [cover] = product.pictures
    const link = escapeMarkup(look.linkTo(product.sku))
    return `<li><a href="${link}" data-sku="${escapeMarkup(product.sku)}"><div class="frame">${shown(cover, 'card', i < FIRST, SIZES.card, look)}</div>
<p class="words"><span class="name">${escapeMarkup(nameOf(product))}</span><span class="price">${escapeMarkup(product.price)}</span></p></a></li>`
  })
  return whole(
    look,
    `<h1>${escapeMarkup(look.title)}</h1>\n<ul class="grid">\n${cards.join('\n')}\n</ul>`,
  )
}

const nameOf = ({ name, variant }: ShelfProduct): string =>
  variant === '' ? name : `${name}, ${variant}`

/**
 * The page of a product: its pictures, the cover large, each larger on demand; its variants switch the pictures without a
 * script.
 */
export function productPage({ products }: ShelfPage, look: ShelfLook, chosen?: string): string {
  const first = products.find(({ sku }) => sku === chosen) ?? products[0]!
  const switches =
    products.length < 2
      ? ''
      : `<fieldset class="variants"><legend>Variant</legend>${products
          .map(
            ({ sku, variant }, i) =>
              `<label><input type="radio" name="variant" value="${i}"${sku === first.sku ? ' checked' : ''}> ${escapeMarkup(variant || sku)}</label>`,
          )
          .join('')}</fieldset>`
  const rules = products.map(
    (_, i) => `body:has(input[name=variant][value="${i}"]:checked) .gallery[data-variant="${i}"]`,
  )
  const shownRule =
    products.length < 2
      ? ''
      : `<style>.gallery{display:none}${rules.join(',')}{display:grid}</style>`
  const galleries = products.map(
    (product, i) =>
      `<div class="gallery" data-variant="${i}">${product.pictures
        .map((picture, k) => galleryPicture(picture, k, product.sku === first.sku, look))
        .join('\n')}</div>`,
  )
  const data = (look.hasData ? products : []).map(
    (product) => `<script type="application/ld+json">${jsonLdOf(product, look.addressOf)}</script>`,
  )
  return whole(
    look,
    `${shownRule}<nav><a href="${escapeMarkup(look.linkTo(null))}" data-sku="">${escapeMarkup(look.title)}</a></nav>
<div class="product">${galleries.join('\n')}
<div class="about"><h1>${escapeMarkup(first.name)}</h1><p class="price">${escapeMarkup(first.price)}</p>${switches}<p class="brand">${escapeMarkup(first.brand)}</p></div></div>
${data.join('\n')}`,
  )
}

function galleryPicture(
  picture: ShelfPicture,
  place: number,
  isChosen: boolean,
  look: ShelfLook,
): string {
  const isMain = place === 0
  const large = largestOf(picture.page)
  const { width, height } = large.rendition
  return `<label class="frame ${isMain ? 'main' : 'side'}"><input type="checkbox" class="zoom" aria-label="Zoom">${shown(picture, 'page', isMain && isChosen, isMain ? SIZES.main : SIZES.side, look)}<span class="large"><img loading="lazy" src="${escapeMarkup(look.addressOf(large))}" width="${width}" height="${height}" alt=""></span></label>`
}

function shown(
  picture: ShelfPicture | undefined,
  kind: 'card' | 'page',
  isFirst: boolean,
  sizes: string,
  { addressOf, lines }: ShelfLook,
): string {
  if (!picture) return ''
  const files = picture[kind]
  const markup = pictureMarkup(files, { sizes, isFirst, addressOf }) ?? ''
  if (lines === 'none') return markup
  const box = largestOf(files).rendition.productBox
  const base = box ? `${(100 * (box.y + box.height)).toFixed(2)}%` : null
  const drawn =
    lines === 'thirds'
      ? '<i class="thirds"></i>'
      : base === null
        ? ''
        : `<i class="base" style="top:${base}"></i>`
  return markup + drawn
}

const whole = ({ title, isAligned }: ShelfLook, body: string): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escapeMarkup(title)}</title>
<style>${STYLE}</style>
</head>
<body${isAligned ? ' class="aligned"' : ''}>
${body}
</body>
</html>
`
