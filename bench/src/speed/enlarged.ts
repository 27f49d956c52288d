import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import sharp from 'sharp'

const PIXELS = 24e6

/** Copies of photographs with 24 megapixels, as files for a while. */
export async function enlarged(photos: readonly string[]): Promise<string[]> {
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-24mp-'))
  return Promise.all(
    photos.map(async (photo) => {
      const opened = sharp(photo)
      const { width, height } = await opened.metadata()
      const wanted = Math.round(width * Math.sqrt(PIXELS / (width * height)))
      const path = join(folder, `${basename(photo)}.jpg`)
      await opened.keepMetadata().resize(wanted).jpeg({ quality: 92 }).toFile(path)
      return path
    }),
  )
}
