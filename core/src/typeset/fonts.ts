/** One file of a shipped font: some of its letters, in all of its weights. */
export interface FontFile {
  /** Its name to the typesetter. */
  readonly name: string
  /** Where it is in the packages that it ships in. */
  readonly file: string
  readonly italic: boolean
  /** The letters for which it is loaded. */
  readonly letters: RegExp
}

export interface FontFamily {
  readonly name: string
  /** Whether it has an italic of its own; otherwise it stays upright. */
  readonly hasItalic: boolean
  readonly files: readonly FontFile[]
}

/** Letters by the ranges of their code points. */
const letters = (...ranges: readonly (readonly [from: number, to?: number])[]): RegExp =>
  new RegExp(
    `[${ranges.map(([from, to = from]) => `\\u{${from.toString(16)}}-\\u{${to.toString(16)}}`).join('')}]`,
    'u',
  )

const LATIN = letters(
  [0, 0xff],
  [0x131],
  [0x152, 0x153],
  [0x2bb, 0x2dc],
  [0x2000, 0x206f],
  [0x20ac],
  [0x2122],
  [0x2191],
  [0x2193],
  [0x2212],
  [0x2215],
)
const LATIN_EXT = letters(
  [0x100, 0x2ba],
  [0x1e00, 0x1eff],
  [0x2020],
  [0x20a0, 0x20c0],
  [0x2113],
  [0x2c60, 0x2c7f],
  [0xa720, 0xa7ff],
)
const VIETNAMESE = letters(
  [0x102, 0x103],
  [0x110, 0x111],
  [0x128, 0x129],
  [0x168, 0x169],
  [0x1a0, 0x1b0],
  [0x300, 0x309],
  [0x323],
  [0x329],
  [0x1ea0, 0x1ef9],
  [0x20ab],
)
const GREEK = letters([0x370, 0x3ff], [0x1f00, 0x1fff])
const CYRILLIC = letters(
  [0x400, 0x52f],
  [0x1c80, 0x1c88],
  [0x20b4],
  [0x2116],
  [0x2de0, 0x2dff],
  [0xa640, 0xa69f],
)
const HEBREW = letters([0x590, 0x5ff], [0x20aa], [0xfb1d, 0xfb4f])
const ARABIC = letters(
  [0x600, 0x6ff],
  [0x750, 0x77f],
  [0x870, 0x88e],
  [0x8a0, 0x8ff],
  [0xfb50, 0xfdff],
  [0xfe70, 0xfefc],
)

type Subset = readonly [name: string, letters: RegExp]

const file = (slug: string, [subset, letters]: Subset, italic: boolean): FontFile => {
  const style = italic ? 'italic' : 'normal'
  return {
    name: `${slug}-${subset}-${style}`,
    file: `@fontsource-variable/${slug}/files/${slug}-${subset}-wght-${style}.woff2`,
    italic,
    letters,
  }
}

const family = (
  name: string,
  slug: string,
  subsets: readonly Subset[],
  hasItalic: boolean,
): FontFamily => ({
  name,
  hasItalic,
  files: subsets.flatMap((subset) =>
    (hasItalic ? [false, true] : [false]).map((italic) => file(slug, subset, italic)),
  ),
})

/** The fonts that ship with the app (SIL Open Font License), the first the one to begin with. */
export const FONT_FAMILIES: readonly FontFamily[] = [
  family(
    'Hanken Grotesk',
    'hanken-grotesk',
    [
      ['latin', LATIN],
      ['latin-ext', LATIN_EXT],
      ['vietnamese', VIETNAMESE],
    ],
    true,
  ),
  family(
    'Bricolage Grotesque',
    'bricolage-grotesque',
    [
      ['latin', LATIN],
      ['latin-ext', LATIN_EXT],
      ['vietnamese', VIETNAMESE],
    ],
    false,
  ),
  family(
    'Spline Sans Mono',
    'spline-sans-mono',
    [
      ['latin', LATIN],
      ['latin-ext', LATIN_EXT],
    ],
    true,
  ),
  family(
    'Noto Sans',
    'noto-sans',
    [
      ['latin', LATIN],
      ['latin-ext', LATIN_EXT],
      ['vietnamese', VIETNAMESE],
      ['greek', GREEK],
      ['cyrillic', CYRILLIC],
    ],
    true,
  ),
]

/** Looked in for letters that a family does not have: Greek, Cyrillic, Hebrew, Arabic. */
const ELSEWHERE: readonly FontFile[] = [
  ...FONT_FAMILIES.filter(({ name }) => name === 'Noto Sans').flatMap(({ files }) =>
    files.filter(({ letters }) => letters !== LATIN),
  ),
  file('noto-sans-hebrew', ['hebrew', HEBREW], false),
  file('noto-sans-arabic', ['arabic', ARABIC], false),
]

/** All files of all shipped fonts, each once. */
export const FONT_FILES: readonly FontFile[] = [
  ...new Map(
    [...FONT_FAMILIES.flatMap(({ files }) => files), ...ELSEWHERE].map((one) => [one.name, one]),
  ).values(),
]

/**
 * The files in which to look for the letters of a text, first to last: the family's own, then those of others.
 *
 * @param family one that does not ship is a font of the user's own, and has no files here.
 */
export function filesFor(family: string, italic: boolean, text: string): readonly FontFile[] {
  const found = FONT_FAMILIES.find(({ name }) => name === family)
  const own = (found?.files ?? []).filter((one) => one.italic === (italic && found?.hasItalic))
  const others = ELSEWHERE.filter((one) => !own.includes(one) && (!one.italic || italic))
  const needed = [...own, ...others].filter(({ letters }) => letters.test(text))
  return needed.length > 0 ? needed : own.slice(0, 1)
}
