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
  /** Texts of its style sheets, by their addresses. */
  readonly sheets: ReadonlyMap<string, string>
  /** What was loaded besides pictures, in bytes as it came over the line where that was recorded. */
  readonly otherBytes: number
}

const Har = z.object({
  log: z.object({
    entries: z.array(
      z.object({
        request: z.object({ url: z.string() }),
        response: z.object({
          bodySize: z.number().default(-1),
          content: z
            .object({
              size: z.number().default(0),
              mimeType: z.string().default(''),
              text: z.string().default(''),
              encoding: z.string().default(''),
            })
            .default({ size: 0, mimeType: '', text: '', encoding: '' }),
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
  const entries = read.data.log.entries.map(({ request, response: { bodySize, content } }) => ({
    address: request.url,
    // Unknown is −1, and a file from the browser's own store is 0.
    bytes: Math.max(0, bodySize > 0 ? bodySize : content.size),
    mime: content.mimeType.split(';')[0]!.trim().toLowerCase(),
    text: content.text,
    isBase64: content.encoding === 'base64',
  }))
  const page = entries.find(({ mime }) => mime === 'text/html')
  const others = new Map(
    entries.filter(({ mime }) => !mime.startsWith('image/')).map((entry) => [entry.address, entry]),
  )
  const sheets = [...others.values()].filter(({ mime }) => mime === 'text/css')
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
          html: textOf(page),
        }
      : null,
    sheets: new Map(sheets.map((sheet) => [sheet.address, textOf(sheet)])),
    otherBytes: [...others.values()].reduce((sum, { bytes }) => sum + bytes, 0),
  }
}

const textOf = ({
  text,
  isBase64,
}: {
  readonly text: string
  readonly isBase64: boolean
}): string => (isBase64 ? new TextDecoder().decode(bytesOfBase64(text)) : text)

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
