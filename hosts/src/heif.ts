import { srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import type createHeif from 'libheif-js/libheif-wasm/libheif-bundle.mjs'

type Heif = ReturnType<typeof createHeif>

/**
 * The first picture of a HEIC file, upright, its colours as they are stored.
 *
 * @throws Error when the library cannot read it.
 */
export async function decodeHeif(heif: Heif, bytes: Uint8Array): Promise<SrgbRgba8> {
  const [image] = new heif.HeifDecoder().decode(bytes)
  if (!image) throw new Error('The file holds no picture')
  const size = { width: image.get_width(), height: image.get_height() }
  const picture = srgbRaster(size)
  try {
    await new Promise<void>((resolve, reject) => {
      image.display({ data: picture.data, ...size }, (drawn) => {
        if (drawn) resolve()
        else reject(new Error('The picture in the file is damaged'))
      })
    })
  } finally {
    image.free()
  }
  return picture
}
