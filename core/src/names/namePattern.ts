import { z } from 'zod'

/** A variable in a pattern: `{sku}` (Gregorio et al. 2012, URI Template, RFC 6570, level 1). */
const VARIABLE = /\{([^{}]*)\}/g

/** Text with variables in braces, which stand for what is known of a picture. */
export const NamePattern = z
  .string()
  .max(300, 'at most 300 letters')
  .refine((pattern) => !/[{}]/.test(pattern.replace(VARIABLE, '')), 'every { needs a }')
  .refine(
    (pattern) => [...pattern.matchAll(VARIABLE)].every(([, name]) => name?.trim() !== ''),
    'the name of a column goes between { and }',
  )
export type NamePattern = z.infer<typeof NamePattern>

/** What is known of a picture, by the names of columns, in small letters. */
export type PictureWords = Readonly<Record<string, string>>

/** What every picture has words for; the other columns come with the product data. */
export const PICTURE_WORDS = [
  'sku',
  'name',
  'brand',
  'type',
  'variant',
  'colour',
  'angle',
  'number',
  'photograph',
  'shoot',
  'outlet',
  'placement',
] as const

/** The variables of a pattern, in small letters, in their order. */
export const variablesOf = (pattern: NamePattern): string[] =>
  [...pattern.matchAll(VARIABLE)].map(([, name = '']) => name.trim().toLowerCase())

/**
 * A pattern with words in place of its variables. One without words goes together with what sets it apart
 * from its neighbour: “{sku}-{angle}” of a shot without an angle is the SKU alone.
 */
export function expandPattern(pattern: NamePattern, words: PictureWords): string {
  const [head = '', ...rest] = pattern.split(VARIABLE)
  let text = ''
  /** What stands between the words so far and the next. */
  let between = head
  let isMissing = false
  for (let i = 0; i < rest.length; i += 2) {
    const name = rest[i]!.trim().toLowerCase()
    // What every object has, such as a constructor, is no word.
    const value = (Object.hasOwn(words, name) ? (words[name] ?? '') : '').trim()
    const after = rest[i + 1] ?? ''
    isMissing = value === ''
    if (isMissing) {
      // Of the two that set a missing word apart one is enough; at the beginning, none.
      const before = text === '' && setsApart(between) ? '' : between
      between = setsApart(after) ? before : before + after
      if (text === '' && setsApart(between)) between = ''
    } else {
      text += between + value
      between = after
    }
  }
  const tail = isMissing && setsApart(between) ? '' : between
  return (text + tail).replace(/\s+/g, ' ').trim()
}

/** Whether a text between two variables has neither letters nor digits. */
const setsApart = (literal: string): boolean => !/[\p{L}\p{N}]/u.test(literal)
