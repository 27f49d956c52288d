import { joined } from '../joined'
import { viewOf } from './boxes'

/** The tag of a packet, of single bytes (ISO 16684-3, 8.1). */
const PACKET = { tag: 700, type: 1 } as const
const ENTRY_BYTES = 12

/**
 * A TIFF with a packet: it goes behind everything else, and behind it the list of entries once more with one for it.
 *
 * @param tiff little-endian, of one picture, as `encodeTiff` makes it.
 */
export function withTiffPacket(tiff: Uint8Array, packet: Uint8Array): Uint8Array {
  const view = viewOf(tiff)
  const directory = view.getUint32(4, true)
  const count = view.getUint16(directory, true)
  const entries = Array.from({ length: count }, (_, i) => {
    const at = directory + 2 + i * ENTRY_BYTES
    return tiff.subarray(at, at + ENTRY_BYTES)
  })
  const own = new Uint8Array(ENTRY_BYTES)
  const ownView = viewOf(own)
  ownView.setUint16(0, PACKET.tag, true)
  ownView.setUint16(2, PACKET.type, true)
  ownView.setUint32(4, packet.length, true)
  ownView.setUint32(8, tiff.length, true)
  const tagOf = (entry: Uint8Array): number => viewOf(entry).getUint16(0, true)
  const sorted = [...entries, own].sort((a, b) => tagOf(a) - tagOf(b))
  const [head, end] = [new Uint8Array(2), new Uint8Array(4)]
  viewOf(head).setUint16(0, sorted.length, true)
  // Lists of entries begin at even places.
  const padding = new Uint8Array((tiff.length + packet.length) & 1)
  const made = joined([tiff, packet, padding, head, ...sorted, end])
  viewOf(made).setUint32(4, tiff.length + packet.length + padding.length, true)
  return made
}
