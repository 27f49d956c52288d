import type { WorkOfStep } from '@cloudbank/core/engine'
import { TILE_FLOATS } from '@cloudbank/core/source'
import { z } from 'zod'
import { pack, unpack } from '../packed'

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

/** Pixels that were worked out of a photograph as one file: their tiles' floats, one tile after the other. */
export function packWork(works: readonly WorkOfStep[]): Promise<Blob> {
  const head: z.input<typeof Head> = works.map(({ tiles, keys, ...of }) => ({
    ...of,
    keys: [...keys],
    tiles: tiles.map(({ x, y }) => [x, y]),
  }))
  const floats = works.flatMap(
    ({ tiles }) => tiles.map(({ data }) => data as Float32Array<ArrayBuffer>), // never shared
  )
  return pack(head, floats)
}

/** What such a file holds; nothing where it is damaged: it is worked out again. */
export async function unpackWork(file: Blob): Promise<WorkOfStep[]> {
  const found = await unpack(file, Head)
  if (!found) return []
  const { head, numbers } = found
  const tileBytes = 4 * TILE_FLOATS
  if (numbers.byteLength !== head.reduce((sum, { tiles }) => sum + tiles.length * tileBytes, 0))
    return []
  let at = 0
  return head.map(({ tiles, ...of }) => ({
    ...of,
    tiles: tiles.map(([x, y]) => ({
      x,
      y,
      data: new Float32Array(numbers.slice(at, (at += tileBytes))),
    })),
  }))
}
