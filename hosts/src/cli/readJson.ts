import { strings } from './strings'
import { UsageError } from './UsageError'

/**
 * The JSON of a file's text, with or without a byte order mark.
 *
 * @throws UsageError naming the file.
 */
export function readJson(path: string, text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    throw new UsageError(strings.notJson(path, (error as Error).message)) // JSON.parse throws SyntaxError
  }
}
