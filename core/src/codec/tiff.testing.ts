interface TiffParts {
  readonly width: number
  readonly height: number
  readonly compression?: number
  readonly photometric?: number
  readonly bitsPerSample?: number
  readonly samplesPerPixel?: number
  readonly rowsPerStrip?: number
  readonly sampleFormat?: number
  readonly planar?: number
  readonly orientation?: number
  readonly strips: readonly Uint8Array[]
}

/** A TIFF of these parts (TIFF 6.0, section 2), little-endian, for tests: whatever they say. */
export function tiffOf({ strips, ...head }: TiffParts): Uint8Array {
  const { width, height, bitsPerSample = 8, samplesPerPixel = 3 } = head
  const entries: [tag: number, values: readonly number[]][] = [
    [256, [width]],
    [257, [height]],
    [258, Array.from({ length: samplesPerPixel }, () => bitsPerSample)],
    [259, [head.compression ?? 1]],
    [262, [head.photometric ?? 2]],
    [273, strips.map(() => 0)],
    [274, [head.orientation ?? 1]],
    [277, [samplesPerPixel]],
    [278, [head.rowsPerStrip ?? height]],
    [279, strips.map(({ length }) => length)],
    [284, [head.planar ?? 1]],
    [339, [head.sampleFormat ?? 1]],
  ]
  const directoryAt = 8
  const valuesAt = directoryAt + 2 + entries.length * 12 + 4
  const valueBytes = entries.reduce((sum, [, { length }]) => sum + (length > 1 ? length * 4 : 0), 0)
  const stripsAt = valuesAt + valueBytes
  const bytes = new Uint8Array(stripsAt + strips.reduce((sum, { length }) => sum + length, 0))
  const view = new DataView(bytes.buffer)
  bytes.set([0x49, 0x49, 42, 0, directoryAt])
  view.setUint16(directoryAt, entries.length, true)
  let free = valuesAt
  let strip = stripsAt
  const offsets = strips.map((part) => {
    bytes.set(part, strip)
    strip += part.length
    return strip - part.length
  })
  entries.forEach(([tag, given], i) => {
    const values = tag === 273 ? offsets : given
    const at = directoryAt + 2 + i * 12
    view.setUint16(at, tag, true)
    view.setUint16(at + 2, 4, true) // LONG
    view.setUint32(at + 4, values.length, true)
    if (values.length === 1) view.setUint32(at + 8, values[0]!, true)
    else {
      view.setUint32(at + 8, free, true)
      for (const value of values) {
        view.setUint32(free, value, true)
        free += 4
      }
    }
  })
  return bytes
}
