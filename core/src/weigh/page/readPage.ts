import { Parser } from 'htmlparser2'
import { parseSrcset } from 'srcset'
import type { PictureUse } from './pictureUse'

/** What a page says of itself and its pictures. */
export interface PageRead {
  /** Its title; empty where it has none. */
  readonly title: string
  /** Each picture once, in the order of the page. */
  readonly uses: readonly PictureUse[]
  /** Addresses of the style sheets that it names. */
  readonly sheets: readonly string[]
  /** Addresses of the scripts that it names. */
  readonly scripts: readonly string[]
}

/** What a browser would choose by, where a page offers a picture in several sizes. */
export interface Viewing {
  /** Width of the window, in CSS pixels. */
  readonly widthPx: number
  /** Device pixels a CSS pixel. */
  readonly density: number
}

type Attributes = Readonly<Record<string, string>>

/** Schemes that are fetched; whatever else an address begins with is inside the page itself. */
const FETCHED = new Set(['http:', 'https:', 'file:'])

/**
 * The pictures of a page, as its HTML names them: `img` with `srcset` and `sizes`, `source` of a `picture`, posters
 * of videos, backgrounds in `style` attributes. What style sheets and scripts put there is not known of the HTML alone.
 *
 * @param base the page's own address, against which others are read.
 */
export function readPage(html: string, base: string, viewing: Viewing): PageRead {
  const found = new Map<string, PictureUse>()
  const sheets = new Set<string>()
  const scripts = new Set<string>()
  let title = ''
  let inTitle = false
  let root = base
  let inPicture = false
  const add = (
    link: string | undefined,
    attributes: Attributes,
    more: Partial<PictureUse> = {},
  ): void => {
    const address = resolved(link, root)
    if (address === null) return
    const use: PictureUse = {
      address,
      ...shownSize(attributes),
      topPx: null,
      hasSize: pixels(attributes.width) !== null && pixels(attributes.height) !== null,
      alt: attributes.alt ?? null,
      lazy: attributes.loading?.toLowerCase() === 'lazy',
      hasChoice: false,
      order: found.size,
      ...more,
    }
    const before = found.get(address)
    found.set(address, before ? together(before, use) : use)
  }
  const keep = (kept: Set<string>, link: string | undefined): void => {
    const address = resolved(link, root)
    if (address !== null) kept.add(address)
  }
  const parser = new Parser({
    onopentag: (name, attributes) => {
      if (name === 'title') inTitle = title === ''
      if (name === 'base' && attributes.href !== undefined)
        root = resolved(attributes.href, base) ?? root
      if (name === 'picture') inPicture = true
      if (name === 'img') {
        const link = chosenOf(attributes, viewing) ?? attributes.src
        add(link, attributes, { hasChoice: inPicture || attributes.srcset !== undefined })
      }
      if (name === 'link' && /(^|\s)stylesheet(\s|$)/i.test(attributes.rel ?? ''))
        keep(sheets, attributes.href)
      if (name === 'script') keep(scripts, attributes.src)
      if (name === 'video') add(attributes.poster, attributes)
      // It decorates whatever it lies behind, and has no description to miss.
      for (const link of backgroundsOf(attributes.style))
        add(link, {}, { alt: '', hasSize: true, ...boxOf(attributes.style) })
    },
    ontext: (text) => {
      if (inTitle) title += text
    },
    onclosetag: (name) => {
      if (name === 'title') inTitle = false
      if (name === 'picture') inPicture = false
    },
  })
  parser.end(html)
  return {
    title: title.trim().replace(/\s+/g, ' '),
    uses: [...found.values()],
    sheets: [...sheets],
    scripts: [...scripts],
  }
}

/** A picture that is there twice needs the larger of both sizes, and is described if it is once. */
const together = (one: PictureUse, other: PictureUse): PictureUse => ({
  ...one,
  shownWidthPx: larger(one.shownWidthPx, other.shownWidthPx),
  shownHeightPx: larger(one.shownHeightPx, other.shownHeightPx),
  hasSize: one.hasSize && other.hasSize,
  alt: one.alt ?? other.alt,
  lazy: one.lazy && other.lazy,
  hasChoice: one.hasChoice || other.hasChoice,
})

const larger = (a: number | null, b: number | null): number | null =>
  a === null || b === null ? (a ?? b) : Math.max(a, b)

function resolved(link: string | undefined, base: string): string | null {
  if (link === undefined || link.trim() === '') return null
  if (!URL.canParse(link.trim(), base)) return null
  const url = new URL(link.trim(), base)
  if (!FETCHED.has(url.protocol)) return null
  url.hash = ''
  return url.href
}

/** A length in CSS pixels; null for any other. */
function pixels(text: string | undefined): number | null {
  const match = /^\s*(\d+(?:\.\d+)?)(?:px)?\s*$/.exec(text ?? '')
  const value = Number(match?.[1])
  return match && value > 0 ? value : null
}

const styled = (style: string | undefined, property: string): number | null =>
  pixels(new RegExp(`(?:^|;)\\s*${property}\\s*:([^;]+)`, 'i').exec(style ?? '')?.[1])

const boxOf = (style: string | undefined) => ({
  shownWidthPx: styled(style, 'width'),
  shownHeightPx: styled(style, 'height'),
})

/** What is said of the size that a picture is shown at: its style first, then its attributes. */
const shownSize = ({ style, width, height }: Attributes) => ({
  shownWidthPx: styled(style, 'width') ?? pixels(width),
  shownHeightPx: styled(style, 'height') ?? pixels(height),
})

const backgroundsOf = (style: string | undefined): readonly string[] =>
  [...(style ?? '').matchAll(/background[^;]*?url\(\s*(['"]?)(.*?)\1\s*\)/gi)].map(
    ([, , link = '']) => link,
  )

/** The candidate that a browser would load (HTML Standard, “selecting an image source”); undefined without any. */
function chosenOf({ srcset, sizes }: Attributes, viewing: Viewing): string | undefined {
  const candidates = candidatesOf(srcset)
  const width = slotOf(sizes, viewing)
  const dense = candidates.map((candidate) => ({
    url: candidate.url,
    density: candidate.width !== undefined ? candidate.width / width : (candidate.density ?? 1),
  }))
  const sorted = dense.sort((a, b) => a.density - b.density)
  return (sorted.find(({ density }) => density >= viewing.density) ?? sorted.at(-1))?.url
}

function candidatesOf(srcset: string | undefined) {
  if (srcset === undefined || srcset.trim() === '') return []
  try {
    return parseSrcset(srcset, { strict: true })
  } catch {
    // A browser leaves out what it can't read, too.
    return []
  }
}

/** The width of a picture's slot by its `sizes`, in CSS pixels: of the first condition that holds. */
function slotOf(sizes: string | undefined, { widthPx }: Viewing): number {
  for (const part of (sizes ?? '').split(',')) {
    const match = /^(?:\((min|max)-width:\s*(\d+(?:\.\d+)?)px\))?\s*(\d+(?:\.\d+)?)(px|vw)$/i.exec(
      part.trim(),
    )
    if (!match) continue
    const [, bound, limit, length, unit] = match
    const holds =
      bound === undefined ||
      (bound.toLowerCase() === 'min' ? widthPx >= Number(limit) : widthPx <= Number(limit))
    if (holds) return unit === 'vw' ? (Number(length) / 100) * widthPx : Number(length)
  }
  return widthPx
}
