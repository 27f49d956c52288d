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

const LATIN = /[\u0000-\u00ff\u0131\u0152\u0153\u02bb-\u02dc\u2000-\u206f\u20ac\u2122\u2191\u2193\u2212\u2215]/ // eslint-disable-line no-control-regex -- the block begins with them
const LATIN_EXT = /[\u0100-\u02ba\u1e00-\u1eff\u2020\u20a0-\u20c0\u2113\u2c60-\u2c7f\ua720-\ua7ff]/
const VIETNAMESE = /[\u0102\u0103\u0110\u0111\u0128\u0129\u0168\u0169\u01a0-\u01b0\u0300-\u0309\u0323\u0329\u1ea0-\u1ef9\u20ab]/
const GREEK = /[\u0370-\u03ff\u1f00-\u1fff]/
const CYRILLIC = /[\u0400-\u052f\u1c80-\u1c88\u20b4\u2116\u2de0-\u2dff\ua640-\ua69f]/
const HEBREW = /[\u0590-\u05ff\u200c-\u2010\u20aa\ufb1d-\ufb4f]/
const ARABIC = /[\u0600-\u06ff\u0750-\u077f\u0870-\u088e\u08a0-\u08ff\u200c-\u200f\ufb50-\ufdff\ufe70-\ufefc]/

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
