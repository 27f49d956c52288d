import { readFile } from 'node:fs/promises'
import { readBrief, type Brief } from '@cloudbank/core/brief'

/** A brief that cannot be used, with every reason, a line each. */
export class BriefError extends Error {
  override readonly name = 'BriefError'
}

/**
 * Reads a brief from a file.
 *
 * @throws BriefError naming the file and each field that is wrong.
 */
export async function loadBrief(path: string): Promise<Brief> {
  const fail = (message: string): never => {
    throw new BriefError(`${path}: ${message}`)
  }
  const text = await readFile(path, 'utf8').catch(() => fail('cannot be read'))
  const result = readBrief(parseJson(text.replace(/^\uFEFF/, ''), fail))
  if (result.ok) return result.brief
  return fail(result.problems.map(({ field, message }) => `${field}: ${message}`).join('\n  '))
}

function parseJson(text: string, fail: (message: string) => never): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    return fail(`not JSON: ${(error as Error).message}`) // JSON.parse throws SyntaxError
  }
}
