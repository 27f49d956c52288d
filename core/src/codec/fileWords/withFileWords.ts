import type { Format } from '../formats'
import { joined } from '../joined'
import { withPngChunk } from '../pngChunk'
import { withAvifPacket } from './avifWords'
import { withTiffPacket } from './tiffWords'
import { JPEG_PACKET_NAME, xmpOf, type FileWords } from './xmp'

/**
 * A finished file with words in it. Pixels and all else stay as they are.
 *
 * @param bytes a file as `tagSrgb` leaves it, without words.
 * @returns null where a file is not laid out so that words can be written into it.
 */
export function withFileWords(
  bytes: Uint8Array,
  format: Format,
  words: FileWords,
): Uint8Array | null {
  const packet = new TextEncoder().encode(xmpOf(words))
  switch (format) {
    case 'jpeg':
      return withJpegPacket(bytes, packet)
    case 'png':
      return withPngChunk(bytes, 'iTXt', joined([ascii('XML:com.adobe.xmp\0\0\0\0\0'), packet]))
    case 'webp':
      return withWebpPacket(bytes, packet)
    case 'avif':
      return withAvifPacket(bytes, packet)
    case 'tiff':
      return withTiffPacket(bytes, packet)
  }
}

/** An APP1 segment behind the start marker and APP0 (ISO 16684-3, 6.3). */
function withJpegPacket(jpeg: Uint8Array, packet: Uint8Array): Uint8Array {
  const hasApp0 = jpeg[2] === 0xff && jpeg[3] === 0xe0
  const at = hasApp0 ? 4 + ((jpeg[4]! << 8) | jpeg[5]!) : 2
  const name = ascii(JPEG_PACKET_NAME)
  const length = 2 + name.length + packet.length
  if (length > 0xffff) throw new RangeError('Words that long do not fit into a JPEG')
  const head = Uint8Array.from([0xff, 0xe1, length >> 8, length & 255])
  return joined([jpeg.subarray(0, at), head, name, packet, jpeg.subarray(at)])
}

/** The flag of the extended header that says that there is a packet. */
const HAS_PACKET = 0x04
const WEBP_FLAGS = 20

/** An XMP chunk behind the others (RFC 9649, 2.7.1.5). */
function withWebpPacket(webp: Uint8Array, packet: Uint8Array): Uint8Array {
  const head = new Uint8Array(8)
  head.set(ascii('XMP '))
  new DataView(head.buffer).setUint32(4, packet.length, true)
  const padding = new Uint8Array(packet.length & 1)
  const made = joined([webp, head, packet, padding])
  made[WEBP_FLAGS]! |= HAS_PACKET
  new DataView(made.buffer).setUint32(4, made.length - 8, true)
  return made
}

const ascii = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0))
