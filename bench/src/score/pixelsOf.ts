import sharp from 'sharp'

/** The pixels of a file as ssim.js takes them. */
export async function pixelsOf(file: Uint8Array) {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  const { width, height } = info
  return { data: new Uint8ClampedArray(data), width, height, colorSpace: 'srgb' as const }
}
