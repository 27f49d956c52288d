import { readBrief, type Brief } from '@cloudbank/core/brief'
import { readJson } from './readJson'
import { MAX_TEXT_BYTES, readText } from './readText'
import { strings } from './strings'
import { UsageError } from './UsageError'

/**
 * Reads a brief from a file.
 *
 * @throws UsageError naming the file and each field that is wrong.
 */
export async function loadBrief(path: string): Promise<Brief> {
  const text = await readText(path, MAX_TEXT_BYTES.json, strings.cantBeRead(path))
  const result = readBrief(readJson(path, text))
  if (result.ok) return result.brief
  const problems = result.problems.map(({ field, message }) => `${field}: ${message}`)
  throw new UsageError(strings.problems(path, problems))
}
