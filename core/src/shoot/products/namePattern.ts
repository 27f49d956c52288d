import { stemOf } from '../../names'

/**
 * How file names are read. A pattern is the name as it looks, with words in capitals for its parts:
 * SKU, ANGLE, ORDER (a number), ANY (whatever); everything else stands for itself.
 */
export interface NameParts {
  readonly sku: string | null
  readonly angle: string | null
  readonly order: number | null
}

export const ANGLES = [
  'front',
  'three-quarter',
  'detail',
  'top',
  'back',
  'side',
  'in-use',
  'reference',
] as const

/** Patterns that are tried, the more telling ones first. */
export const PATTERNS = [
  'SKU-ANGLE',
  'SKU_ANGLE',
  'SKU ANGLE',
  'SKU-ANGLE-ORDER',
  'SKU_ANGLE_ORDER',
  'ANGLE-SKU',
  'ANGLE_SKU',
  'SKU-ORDER',
  'SKU_ORDER',
  'SKU (ORDER)',
  'SKU',
] as const

const PARTS: Readonly<Record<string, string>> = {
  SKU: '(?<sku>.+?)',
  ANGLE: `(?<angle>${ANGLES.join('|')})`,
  ORDER: '(?<order>\\d+)',
  ANY: '.*?',
}

const NOTHING: NameParts = { sku: null, angle: null, order: null }

/** More of them, and there are more ways to read a name than can be tried. */
const MAX_ANY = 2
const MAX_LETTERS = 120

/** Whether a pattern can be used: it names the SKU, no part twice, and ANY at most twice. */
export function isNamePattern(pattern: string): boolean {
  const parts: readonly string[] = pattern.match(/SKU|ANGLE|ORDER/g) ?? []
  const any = pattern.match(/ANY/g)?.length ?? 0
  return (
    parts.includes('SKU') &&
    new Set(parts).size === parts.length &&
    any <= MAX_ANY &&
    pattern.length <= MAX_LETTERS
  )
}

/** The parts of a file name without its extension; all null where it does not fit the pattern. */
export function readName(stem: string, pattern: string): NameParts {
  if (!isNamePattern(pattern)) return NOTHING
  const source = pattern
    .split(/(SKU|ANGLE|ORDER|ANY)/)
    .map((part) => PARTS[part] ?? part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    .join('')
  const groups = new RegExp(`^${source}$`, 'iu').exec(stem)?.groups
  if (!groups) return NOTHING
  return {
    sku: groups.sku?.trim() ?? null,
    angle: groups.angle?.toLowerCase() ?? null,
    order: groups.order === undefined ? null : Number(groups.order),
  }
}

/**
 * The pattern by which most names lead to a known SKU; where no SKUs are known, the one that most
 * names fit with an angle. Null where none fits a single name.
 */
export function guessPattern(
  stems: readonly string[],
  skus: ReadonlySet<string>,
): { readonly pattern: string; readonly fits: number } | null {
  let best: { pattern: string; fits: number } | null = null
  for (const pattern of PATTERNS) {
    const fits = stems.filter((stem) => {
      const { sku, angle } = readName(stem, pattern)
      return skus.size > 0 ? sku !== null && skus.has(sku) : angle !== null
    }).length
    if (fits > (best?.fits ?? 0)) best = { pattern, fits }
  }
  return best
}

/** SKU and angle from names such as `OCK-101-front.jpg`; null where the name says nothing. */
export const readFileName = (fileName: string, pattern = 'SKU-ANGLE'): NameParts =>
  readName(stemOf(fileName), pattern)
