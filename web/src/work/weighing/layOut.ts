import {
  addressesIn,
  readPage,
  withStandIns,
  type LaidOut,
  type Viewing,
} from '@cloudbank/core/weigh'

/** A page to be laid out, and the texts of its style sheets by their addresses. */
export interface PageToLayOut {
  readonly html: string
  readonly address: string
  readonly sheets: ReadonlyMap<string, string>
}

/** Height of the window that pages are laid out in, in CSS pixels. */
const WINDOW_HEIGHT_PX = 800
/** Width of what stands for a picture that isn't here yet: a style sheet that bounds pictures makes it smaller. */
const STAND_IN_PX = 4000
/** Of whatever would run, fetch or lead away, nothing is kept. */
const LEFT_OUT =
  'script, noscript, template, base, meta[http-equiv], link, iframe, object, embed, source, video, audio'
const NOTHING_FROM_OUTSIDE =
  "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:"
const PLACE = 'data-place'

/**
 * Lays a page out as a browser would, to learn at what size it shows its pictures: with its style sheets, without its
 * scripts, and without anything from the network. Pictures are stand-ins of their ratio; one that its page leaves at
 * its own size is not known, and left out.
 */
export async function layOut(page: PageToLayOut, viewing: Viewing): Promise<readonly LaidOut[]> {
  const { html, addresses } = standIn(page, viewing)
  const frame = document.createElement('iframe')
  frame.setAttribute('sandbox', 'allow-same-origin')
  frame.setAttribute('aria-hidden', 'true')
  frame.tabIndex = -1
  frame.style.cssText = `position:fixed;left:-99999px;border:0;visibility:hidden;width:${viewing.widthPx}px;height:${WINDOW_HEIGHT_PX}px`
  const loaded = new Promise((resolve) => frame.addEventListener('load', resolve, { once: true }))
  frame.srcdoc = html
  document.body.append(frame)
  try {
    await loaded
    const laid = frame.contentDocument
    return laid ? [...picturesIn(laid, addresses), ...backgroundsIn(laid)] : []
  } finally {
    frame.remove()
  }
}

/** The page with stand-ins for its pictures, and the address of each by its place. */
function standIn({ html, address, sheets }: PageToLayOut, viewing: Viewing) {
  const page = new DOMParser().parseFromString(html, 'text/html')
  const given = page.querySelector('base')?.getAttribute('href') ?? ''
  const base = URL.canParse(given, address) ? new URL(given, address).href : address
  for (const style of page.querySelectorAll('style'))
    style.textContent = withStandIns(style.textContent, base)
  for (const link of page.querySelectorAll('link')) {
    const at = URL.canParse(link.getAttribute('href') ?? '', base)
      ? new URL(link.getAttribute('href') ?? '', base).href
      : ''
    const css = /(^|\s)stylesheet(\s|$)/i.test(link.rel) ? sheets.get(at) : undefined
    if (css === undefined) continue
    const style = page.createElement('style')
    style.media = link.media
    style.textContent = withStandIns(css, at)
    link.replaceWith(style)
  }
  for (const element of page.querySelectorAll(LEFT_OUT)) element.remove()
  const addresses = [...page.images].map(
    (image) => readPage(image.outerHTML, base, viewing).uses[0]?.address ?? '',
  )
  for (const [i, image] of [...page.images].entries()) {
    image.src = pictureOf(Number(image.getAttribute('width')), Number(image.getAttribute('height')))
    for (const name of ['srcset', 'sizes', 'loading']) image.removeAttribute(name)
    image.setAttribute(PLACE, String(i))
  }
  for (const element of page.querySelectorAll<HTMLElement>('[style]'))
    element.setAttribute('style', withStandIns(element.getAttribute('style') ?? '', base))
  const policy = page.createElement('meta')
  policy.httpEquiv = 'Content-Security-Policy'
  policy.content = NOTHING_FROM_OUTSIDE
  page.head.prepend(policy)
  // Without one a page is laid out by the rules of older ones.
  const doctype = page.doctype ? '<!doctype html>' : ''
  return { html: doctype + page.documentElement.outerHTML, addresses }
}

/** A picture of nothing with the ratio that attributes give, else of a usual photograph. */
function pictureOf(width: number, height: number): string {
  const tall = width > 0 && height > 0 ? (STAND_IN_PX * height) / width : (STAND_IN_PX * 3) / 4
  return `data:image/svg+xml,${encodeURIComponent(`<svg xmlns="http://www.w3.org/2000/svg" width="${STAND_IN_PX}" height="${Math.round(tall)}"/>`)}`
}

const picturesIn = (page: Document, addresses: readonly string[]): readonly LaidOut[] =>
  [...page.querySelectorAll<HTMLImageElement>(`img[${PLACE}]`)].flatMap((image) => {
    const place = placeOf(image)
    const address = addresses[Number(image.getAttribute(PLACE))] ?? ''
    return address === '' || place.widthPx >= STAND_IN_PX
      ? []
      : [{ address, ...place, isBackground: false }]
  })

const backgroundsIn = (page: Document): readonly LaidOut[] =>
  [...page.querySelectorAll('*')].flatMap((element) =>
    addressesIn(page.defaultView?.getComputedStyle(element).backgroundImage ?? '').map(
      (address) => ({ address, ...placeOf(element), isBackground: true }),
    ),
  )

const AROUND = {
  across: ['padding-left', 'padding-right', 'border-left-width', 'border-right-width'],
  down: ['padding-top', 'padding-bottom', 'border-top-width', 'border-bottom-width'],
} as const

/** Where an element lies in whole CSS pixels, without its padding and border. */
function placeOf(element: Element) {
  const { width, height, top } = element.getBoundingClientRect()
  const style = element.ownerDocument.defaultView?.getComputedStyle(element)
  const sum = (names: readonly string[]): number =>
    names.reduce((all, name) => all + parseFloat(style?.getPropertyValue(name) || '0'), 0)
  return {
    widthPx: Math.round(width - sum(AROUND.across)),
    heightPx: Math.round(height - sum(AROUND.down)),
    topPx: Math.round(top),
  }
}
