import { imageSize } from 'image-size'
import { FileError } from './fileError'
import { joined } from './joined'
import type { FileType } from './formats'
import { LIMITS } from './limits'

/** What a file says about itself before it is decoded. */
export interface FileFacts {
  readonly type: FileType
  /** Sides of the picture as it stands upright, in pixels. */
  readonly width: number
  readonly height: number
  readonly bytes: number
}

const KNOWN: Readonly<Record<string, FileType>> = {
  jpg: 'jpeg',
  png: 'png',
  webp: 'webp',
  avif: 'avif',
  tiff: 'tiff',
  heic: 'heic',
  heif: 'heic',
}

/** Orientations 5 to 8 of EXIF turn a picture by a quarter. */
const turned = (orientation: number | undefined): boolean =>
  orientation !== undefined && orientation >= 5

/**
 * Reads type and size from a file's own bytes; its name does not count.
 *
 * @throws FileError: `empty`, `not-a-picture`, `unsupported`, `cut-short`, `too-heavy`, `too-long` or
 *   `too-large`.
 */
export function readFileFacts(bytes: Uint8Array): FileFacts {
  const { maxFileBytes: maxBytes, maxPixels, maxSidePx } = LIMITS
  if (bytes.length === 0) throw new FileError({ code: 'empty' })
  if (bytes.length > maxBytes)
    throw new FileError({ code: 'too-heavy', bytes: bytes.length, maxBytes })
  const found = sniff(bytes)
  if (!found) throw new FileError({ code: 'not-a-picture', bytes: bytes.length })
  const type = KNOWN[found.type]
  if (!type) throw new FileError({ code: 'unsupported', type: `${found.type.toUpperCase()} file` })
  if (!isWhole(bytes, type)) throw new FileError({ code: 'cut-short', bytes: bytes.length })
  const { width, height, orientation } = found
  if (Math.max(width, height) > maxSidePx)
    throw new FileError({ code: 'too-long', width, height, maxSidePx })
  if (width * height > maxPixels)
    throw new FileError({ code: 'too-large', width, height, maxPixels })
  return turned(orientation) && type === 'jpeg'
    ? { type, width: height, height: width, bytes: bytes.length }
    : { type, width, height, bytes: bytes.length }
}

interface Sniffed {
  readonly type: string
  readonly width: number
  readonly height: number
  readonly orientation: number | undefined
}

const sniff = (bytes: Uint8Array): Sniffed | null =>
  read(bytes) ?? (bytes[0] === 0xff && bytes[1] === 0xd8 ? read(withoutFill(bytes)) : null)

function read(bytes: Uint8Array): Sniffed | null {
  try {
    const { type, width, height, orientation } = imageSize(bytes)
    return type && width > 0 && height > 0 ? { type, width, height, orientation } : null
  } catch {
    // The library throws for every kind of not-a-picture; which one does not matter here.
    return null
  }
}

/**
 * The head of a JPEG, up to its scan, without the fill bytes that may stand before any marker (ITU-T T.81, B.1.1.2):
 * the library that reads sizes knows nothing of them.
 */
function withoutFill(bytes: Uint8Array): Uint8Array {
  const parts: Uint8Array[] = [bytes.subarray(0, 2)]
  let at = 2
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    if (bytes[at + 1] === 0xff) {
      at++
      continue
    }
    const end = at + 2 + ((bytes[at + 2]! << 8) | bytes[at + 3]!)
    parts.push(bytes.subarray(at, end))
    if (bytes[at + 1] === 0xda) break
    at = end
  }
  return joined(parts)
}

/** Whether the file has its end. Decoders pass over a missing one and fill the rest with grey. */
function isWhole(bytes: Uint8Array, type: FileType): boolean {
  switch (type) {
    case 'jpeg':
      return jpegEnds(bytes)
    case 'png':
      return findsLast(bytes, [0x49, 0x45, 0x4e, 0x44])
    case 'webp': {
      const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(4, true) + 8
      return bytes.length >= length
    }
    case 'avif':
    case 'heic':
      return boxesFit(bytes)
    case 'tiff':
      // Its parts lie anywhere in the file: only the decoder can tell.
      return true
  }
}

/** Walks the markers to the scan, then looks for the end marker behind it. */
function jpegEnds(bytes: Uint8Array): boolean {
  let at = 2
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return false
    const marker = bytes[at + 1]!
    if (marker === 0xff) {
      at++
      continue
    }
    if (marker === 0xda) break
    at += 2 + ((bytes[at + 2]! << 8) | bytes[at + 3]!)
  }
  for (let i = bytes.length - 2; i > at; i--)
    if (bytes[i] === 0xff && bytes[i + 1] === 0xd9) return true
  return false
}

function findsLast(bytes: Uint8Array, pattern: readonly number[]): boolean {
  for (let i = bytes.length - pattern.length; i >= 0; i--)
    if (pattern.every((byte, k) => bytes[i + k] === byte)) return true
  return false
}

/** Whether the top-level boxes of an ISO base media file lie within the file. */
function boxesFit(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let at = 0
  while (at + 8 <= bytes.length) {
    const size = view.getUint32(at)
    if (size === 0) return true
    if (size < 8) return size === 1
    at += size
  }
  return at === bytes.length
}
