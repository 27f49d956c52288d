import type { z } from 'zod'

const LINE_BREAK = 10

/** Some facts and some numbers as one file: the facts as JSON, a line break, the numbers' bytes, all under gzip. */
export function pack(
  head: unknown,
  numbers: readonly ArrayBufferView<ArrayBuffer>[],
): Promise<Blob> {
  const plain = new Blob([JSON.stringify(head), '\n', ...numbers])
  return through(plain, new CompressionStream('gzip'))
}

/** What such a file holds; null where it is damaged, or its facts are not of the schema. */
export async function unpack<Head>(
  file: Blob,
  schema: z.ZodType<Head>,
): Promise<{ readonly head: Head; readonly numbers: ArrayBuffer } | null> {
  try {
    const bytes = await (await through(file, new DecompressionStream('gzip'))).arrayBuffer()
    const end = new Uint8Array(bytes).indexOf(LINE_BREAK)
    const head: unknown = JSON.parse(new TextDecoder().decode(bytes.slice(0, end)))
    return { head: schema.parse(head), numbers: bytes.slice(end + 1) }
  } catch {
    return null
  }
}

const through = (blob: Blob, stream: CompressionStream | DecompressionStream): Promise<Blob> =>
  new Response(blob.stream().pipeThrough(stream)).blob()
