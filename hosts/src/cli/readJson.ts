import { JsonError, parseJson } from '@cloudbank/core/json'
import { strings } from './strings'
import { UsageError } from './UsageError'

/**
 * The JSON of a file's text, with or without a byte order mark.
 *
 * @throws UsageError naming the file.
 */
export function readJson(path: string, text: string): unknown {
  try {
    return parseJson(text)
  } catch (error) {
    if (!(error instanceof JsonError)) throw error
    throw new UsageError(strings.notJson(path, error.message))
  }
}
