const RATIONAL = 5
const SHORT = 3
const INCHES = 2
/** The flag of the extended header that says that EXIF is in the file. */
const HAS_EXIF = 0x08
const HEADER = 12

/**
 * A WebP that says its density: an EXIF chunk behind the others (RFC 9649, 2.7.1.5), with no more in it
 * than the resolution (JEITA CP-3451, 4.6.4).
 *
 * @param webp one with an extended header, as a file with a profile has.
 */
export function withWebpDensity(webp: Uint8Array, dpi: number): Uint8Array {
  const exif = resolutionTags(dpi)
  const made = new Uint8Array(webp.length + 8 + exif.length)
  made.set(webp)
  made[HEADER + 8]! |= HAS_EXIF
  made.set(new TextEncoder().encode('EXIF'), webp.length)
  const view = new DataView(made.buffer)
  view.setUint32(webp.length + 4, exif.length, true)
  made.set(exif, webp.length + 8)
  view.setUint32(4, made.length - 8, true)
  return made
}

/** A TIFF header and one directory of three entries: both resolutions, in pixels an inch. */
function resolutionTags(dpi: number): Uint8Array {
  const entries = [
    [0x011a, RATIONAL, 1, 50],
    [0x011b, RATIONAL, 1, 58],
    [0x0128, SHORT, 1, INCHES],
  ] as const
  const bytes = new Uint8Array(66)
  const view = new DataView(bytes.buffer)
  bytes.set([0x49, 0x49, 42, 0, 8, 0, 0, 0])
  view.setUint16(8, entries.length, true)
  entries.forEach(([tag, kind, count, value], k) => {
    const at = 10 + 12 * k
    view.setUint16(at, tag, true)
    view.setUint16(at + 2, kind, true)
    view.setUint32(at + 4, count, true)
    view.setUint32(at + 8, value, true)
  })
  for (const at of [50, 58]) {
    view.setUint32(at, Math.round(dpi * 100), true)
    view.setUint32(at + 4, 100, true)
  }
  return bytes
}
