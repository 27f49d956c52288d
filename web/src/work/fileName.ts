import { readName, type NameParts } from './namePattern'

/** SKU and angle from names such as `OCK-101-front.jpg`; null where the name says nothing. */
export const readFileName = (fileName: string, pattern = 'SKU-ANGLE'): NameParts =>
  readName(stemOf(fileName), pattern)

/** A file name without its extension. */
export const stemOf = (fileName: string): string => fileName.replace(/\.[^.]{1,5}$/, '')
