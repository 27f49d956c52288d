import { joined } from '../joined'

/** A box of an ISO base media file (ISO/IEC 14496-12, 4.2): its four letters, and what is in it. */
export interface MediaBox {
  readonly type: string
  readonly body: Uint8Array
}

/** The boxes that lie one after the other in these bytes; null where their sizes do not add up. */
export function boxesIn(bytes: Uint8Array): MediaBox[] | null {
  const view = viewOf(bytes)
  const found: MediaBox[] = []
  for (let at = 0; at < bytes.length;) {
    if (at + HEAD_BYTES > bytes.length) return null
    // Nothing as a size means up to the end.
    const size = view.getUint32(at) || bytes.length - at
    if (size < HEAD_BYTES || at + size > bytes.length) return null
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + HEAD_BYTES))
    found.push({ type, body: bytes.subarray(at + HEAD_BYTES, at + size) })
    at += size
  }
  return found
}

export const HEAD_BYTES = 8

/** A box as it stands in a file. */
export const boxBytes = ({ type, body }: MediaBox): Uint8Array =>
  joined([
    numbers([4, HEAD_BYTES + body.length]),
    Uint8Array.from(type, (letter) => letter.charCodeAt(0)),
    body,
  ])

/** Whole numbers, each in so many bytes, the highest first. */
export function numbers(
  ...values: readonly (readonly [bytes: number, value: number])[]
): Uint8Array {
  return Uint8Array.from(
    values.flatMap(([bytes, value]) =>
      Array.from({ length: bytes }, (_, i) => Math.floor(value / 256 ** (bytes - 1 - i)) % 256),
    ),
  )
}

export const viewOf = ({ buffer, byteOffset, byteLength }: Uint8Array): DataView =>
  new DataView(buffer, byteOffset, byteLength)
