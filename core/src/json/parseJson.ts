/** Levels of lists and objects: what people write has ten; whatever reads thousands one in the other ends at its stack. */
export const MAX_JSON_DEPTH = 200

/** Text that is no JSON, or is nested too deeply. */
export class JsonError extends Error {
  override readonly name = 'JsonError'
}

/**
 * What a text says as JSON, with or without a byte order mark.
 *
 * @throws JsonError
 */
export function parseJson(text: string): unknown {
  if (depthOf(text) > MAX_JSON_DEPTH)
    throw new JsonError(`it is nested more than ${MAX_JSON_DEPTH} levels deep`)
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    throw new JsonError((error as Error).message, { cause: error }) // JSON.parse throws SyntaxError
  }
}

/** How deeply a text's brackets are nested, those in strings left out. */
function depthOf(text: string): number {
  let depth = 0
  let most = 0
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const letter = text[i]
    if (inString) {
      if (letter === '\\') i++
      else if (letter === '"') inString = false
    } else if (letter === '"') inString = true
    else if (letter === '[' || letter === '{') most = Math.max(most, ++depth)
    else if (letter === ']' || letter === '}') depth--
  }
  return most
}
