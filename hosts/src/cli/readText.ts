import { readFile, stat } from 'node:fs/promises'
import { formatBytes } from '@cloudbank/core/words'
import { strings } from './strings'
import { UsageError } from './UsageError'

/** A brief or an outlet is a few thousand letters; a table of 50,000 products some ten million. */
export const MAX_TEXT_BYTES = { json: 1_000_000, table: 40_000_000 } as const

/**
 * A file's text. How long it is, is looked at before it is read.
 *
 * @param problem what is said where it can't be read.
 * @throws UsageError naming the file.
 */
export async function readText(path: string, maxBytes: number, problem: string): Promise<string> {
  const info = await stat(path).catch(() => null)
  if (info && info.size > maxBytes)
    throw new UsageError(strings.tooLarge(path, formatBytes(info.size), formatBytes(maxBytes)))
  return readFile(path, 'utf8').catch((cause: unknown) => {
    throw new UsageError(problem, { cause })
  })
}
