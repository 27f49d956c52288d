import sharp from 'sharp'

/** The photograph as a PNG, each value at most one off: as far as two decoders of one file may differ. */
export async function withNoise(photograph: Uint8Array): Promise<Uint8Array> {
  const { data, info } = await sharp(photograph)
    .autoOrient()
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  let state = 20261126
  for (let i = 0; i < data.length; i++) {
    // A linear congruence (Knuth 1981, The Art of Computer Programming, 3.3.4) is random enough here.
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    data[i] = Math.min(255, Math.max(0, data[i]! + ((state >>> 24) % 3) - 1))
  }
  return sharp(data, { raw: { width: info.width, height: info.height, channels: 3 } })
    .png({ compressionLevel: 1 })
    .toBuffer()
}
