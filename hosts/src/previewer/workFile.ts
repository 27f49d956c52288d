import type { WorkOfStep } from '@cloudbank/core/engine'
import { TILE_FLOATS } from '@cloudbank/core/source'
import { z } from 'zod'

/** What stands before the pixels; it ends at the first line break. */
const Head = z.array(
  z.object({
    step: z.string(),
    engine: z.number(),
    width: z.number(),
    height: z.number(),
    keys: z.array(z.string()),
    tiles: z.array(z.tuple([z.number(), z.number()])),
  }),
)
const LINE_BREAK = 10

/** Pixels that were worked out of a photograph as one file: what they are as JSON, a line break, then the tiles' floats, all under gzip. */
export function packWork(works: readonly WorkOfStep[]): Promise<Blob> {
  const head: z.input<typeof Head> = works.map(({ tiles, keys, ...of }) => ({
    ...of,
    keys: [...keys],
    tiles: tiles.map(({ x, y }) => [x, y]),
  }))
  const floats = works.flatMap(({ tiles }) =>
    tiles.map(({ data }) => data as Float32Array<ArrayBuffer>),
  )
  return through(new Blob([JSON.stringify(head), '\n', ...floats]), new CompressionStream('gzip'))
}

/** What such a file holds; nothing where it is damaged: it is worked out again. */
export async function unpackWork(file: Blob): Promise<WorkOfStep[]> {
  try {
    const bytes = await (await through(file, new DecompressionStream('gzip'))).arrayBuffer()
    const end = new Uint8Array(bytes).indexOf(LINE_BREAK)
    const head = Head.parse(JSON.parse(new TextDecoder().decode(bytes.slice(0, end))))
    let at = end + 1
    return head.map(({ tiles, ...of }) => ({
      ...of,
      tiles: tiles.map(([x, y]) => {
        const data = new Float32Array(bytes.slice(at, (at += TILE_FLOATS * 4)))
        if (data.length !== TILE_FLOATS) throw new RangeError('the file ends too early')
        return { x, y, data }
      }),
    }))
  } catch {
    return []
  }
}

const through = (blob: Blob, stream: CompressionStream | DecompressionStream): Promise<Blob> =>
  new Response(blob.stream().pipeThrough(stream)).blob()
