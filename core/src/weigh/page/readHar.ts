import { z } from 'zod'
import { JsonError, parseJson } from '../../json'

/** A file that was recorded with a page. */
export interface RecordedFile {
  readonly address: string
  /** Empty where the recording has only what it weighed. */
  readonly bytes: Uint8Array
  readonly mime: string
}

/** A page as a browser recorded it. */
export interface Recording {
  readonly files: readonly RecordedFile[]
  /** The page itself; null where the recording holds none. */
  readonly page: { readonly address: string; readonly html: string } | null
}

const Har = z.object({
  log: z.object({
    entries: z.array(
      z.object({
        request: z.object({ url: z.string() }),
        response: z.object({
          content: z
            .object({
              mimeType: z.string().default(''),
              text: z.string().default(''),
              encoding: z.string().default(''),
            })
            .default({ mimeType: '', text: '', encoding: '' }),
        }),
      }),
    ),
  }),
})

/**
 * Reads a recording of a page in the HAR format, 1.2 (W3C draft, 2012).
 *
 * @returns null for a text that is none.
 */
export function readHar(text: string): Recording | null {
  const read = Har.safeParse(jsonOf(text))
  if (!read.success) return null
  const entries = read.data.log.entries.map(({ request, response: { content } }) => ({
    address: request.url,
    mime: content.mimeType.split(';')[0]!.trim().toLowerCase(),
    text: content.text,
    isBase64: content.encoding === 'base64',
  }))
  const page = entries.find(({ mime }) => mime === 'text/html')
  const files = entries
    .filter(({ mime }) => mime.startsWith('image/'))
    .map(({ address, mime, text: body, isBase64 }) => ({
      address,
      mime,
      bytes: isBase64 ? bytesOfBase64(body) : new Uint8Array(),
    }))
  return {
    files: [...new Map(files.map((file) => [file.address, file])).values()],
    page: page
      ? {
          address: page.address,
          html: page.isBase64 ? new TextDecoder().decode(bytesOfBase64(page.text)) : page.text,
        }
      : null,
  }
}

function jsonOf(text: string): unknown {
  try {
    return parseJson(text)
  } catch (error) {
    if (error instanceof JsonError) return null
    throw error
  }
}

function bytesOfBase64(text: string): Uint8Array {
  try {
    return Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0))
  } catch {
    // What was recorded badly counts as not recorded.
    return new Uint8Array()
  }
}
