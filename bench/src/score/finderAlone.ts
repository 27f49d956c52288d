import { lookAt, type NetworkOf } from '@cloudbank/core/networks'
import {
  LINEAR,
  planeF32,
  planeU8,
  resamplePlane,
  wholeOf,
  type PlaneU8,
  type Size,
} from '@cloudbank/core/raster'
import { photographSource } from '@cloudbank/core/source'
import { nodeCodec } from '@cloudbank/hosts/node'

/** The finder's answer by itself as alpha, at a size: what Cut would be without edges, colours and backdrop. */
export async function finderAlone(
  photograph: Uint8Array,
  network: NetworkOf,
  size: Size,
): Promise<PlaneU8> {
  const source = photographSource(await nodeCodec.decode(photograph))
  const { map } = await lookAt(source, await network('finder'))
  const spread = resamplePlane(map, wholeOf(map), planeF32(size), LINEAR)
  return planeU8(
    size,
    Uint8Array.from(spread.data, (p) => 255 * Math.min(1, Math.max(0, p))),
  )
}
