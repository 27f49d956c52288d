import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { performance } from 'node:perf_hooks'
import type { Codec } from '@cloudbank/core/codec'
import type { EngineContext } from '@cloudbank/core/engine'
import { Memory, Scratch } from '@cloudbank/core/memory'
import { photographSource } from '@cloudbank/core/source'
import { describePicture, rewrite, WeighOptions } from '@cloudbank/core/weigh'
import { portableCodec } from '@cloudbank/hosts/node'

/** Pictures of pages are rarely larger than this, in CSS pixels across. */
const SHOWN = { shownWidthPx: 400, shownHeightPx: null }

/**
 * Seconds that weighing pictures takes on one core, of these the seconds within decoders and encoders, and how many times
 * those the whole is.
 */
export async function weighRatio(
  photos: readonly string[],
): Promise<{ readonly seconds: number; readonly inCodecs: number; readonly ratio: number }> {
  let inCodecs = 0
  const timed =
    <Args extends unknown[], Result>(work: (...args: Args) => Promise<Result>) =>
    async (...args: Args): Promise<Result> => {
      const began = performance.now()
      try {
        return await work(...args)
      } finally {
        inCodecs += performance.now() - began
      }
    }
  const codec: Codec = {
    ...portableCodec,
    decode: timed(portableCodec.decode),
    encode: timed(portableCodec.encode),
  }
  const context: EngineContext = {
    codec,
    network: () => Promise.reject(new Error('no network is asked')),
    typesetter: () => Promise.reject(new Error('no mark is drawn')),
    asset: () => Promise.reject(new Error('no asset is named')),
    mattes: new Map(),
    memory: new Memory(),
    scratch: new Scratch(),
    signal: { aborted: false },
    onStage: () => undefined,
  }
  const began = performance.now()
  for (const photo of photos) {
    const bytes = new Uint8Array(await readFile(photo))
    const picture = await codec.decode(bytes)
    const facts = await describePicture(bytes, picture)
    const hash = createHash('sha256').update(bytes).digest('hex')
    const source = photographSource(picture)
    await rewrite(hash, bytes, facts, source, SHOWN, WeighOptions.parse({}), context)
  }
  const seconds = (performance.now() - began) / 1000
  return { seconds, inCodecs: inCodecs / 1000, ratio: (seconds * 1000) / inCodecs }
}
