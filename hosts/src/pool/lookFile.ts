import { FINDER_SIDE_PX, LOOK_STEPS, NETWORK_FILES, type Look } from '@cloudbank/core/networks'
import { planeF32 } from '@cloudbank/core/raster'
import { z } from 'zod'
import { pack, unpack } from '../packed'

const Head = z.object({ network: z.string(), expectedIou: z.number() })
const SIDE = { width: FINDER_SIDE_PX, height: FINDER_SIDE_PX }

/** What the finder said of a photograph, and which network said it, as one file of 16 bits a pixel. */
export function packLook({ map, expectedIou }: Look): Promise<Blob> {
  const head: z.input<typeof Head> = { network: NETWORK_FILES.finder.sha256, expectedIou }
  return pack(head, [Uint16Array.from(map.data, (value) => Math.round(value * LOOK_STEPS))])
}

/** What such a file holds; null where it is damaged or was said by another network: it is asked again. */
export async function unpackLook(file: Blob): Promise<Look | null> {
  const found = await unpack(file, Head)
  if (found?.head.network !== NETWORK_FILES.finder.sha256) return null
  if (found.numbers.byteLength !== 2 * FINDER_SIDE_PX ** 2) return null
  const steps = new Uint16Array(found.numbers)
  const map = planeF32(
    SIDE,
    Float32Array.from(steps, (step) => step / LOOK_STEPS),
  )
  return { map, expectedIou: found.head.expectedIou }
}
