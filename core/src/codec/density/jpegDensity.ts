const INCHES = 1
const APP0_LENGTH = 18

/** A JPEG that says its density, in a JFIF segment behind the start marker (ISO/IEC 10918-5, 10.1). */
export function withJpegDensity(jpeg: Uint8Array, dpi: number): Uint8Array {
  const made = hasJfif(jpeg) ? jpeg.slice() : withEmptyJfif(jpeg)
  const view = new DataView(made.buffer)
  made[13] = INCHES
  view.setUint16(14, Math.round(dpi))
  view.setUint16(16, Math.round(dpi))
  return made
}

const hasJfif = (jpeg: Uint8Array): boolean =>
  jpeg[2] === 0xff && jpeg[3] === 0xe0 && jpeg[6] === 0x4a && jpeg[7] === 0x46

function withEmptyJfif(jpeg: Uint8Array): Uint8Array {
  const made = new Uint8Array(jpeg.length + APP0_LENGTH)
  made.set(jpeg.subarray(0, 2))
  made.set([0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 0, 0, 0, 0, 0], 2)
  made.set(jpeg.subarray(2), 2 + APP0_LENGTH)
  return made
}
