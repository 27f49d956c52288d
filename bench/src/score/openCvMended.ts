import { execFile } from 'node:child_process'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'

/** By marching inwards (Telea 2004), and by fluid dynamics (Bertalmio, Bertozzi & Sapiro 2001). */
export type OpenCvMethod = 'telea' | 'ns'

const run = promisify(execFile)
const SCRIPT = fileURLToPath(new URL('../src/score/inpaint.py', import.meta.url))
/** Debian's Python, which has Debian's OpenCV, need not be the first. */
const PYTHONS = ['python3', '/usr/bin/python3'] as const

/** The Python that has OpenCV (Debian's package python3-opencv); null where none has. */
export async function findOpenCv(): Promise<string | null> {
  for (const python of PYTHONS) {
    const has = await run(python, ['-c', 'import cv2']).then(
      () => true,
      () => false,
    )
    if (has) return python
  }
  return null
}

/** A picture in which a mask is inpainted by OpenCV. */
export async function openCvMended(
  python: string,
  method: OpenCvMethod,
  picture: SrgbRgba8,
  mask: Uint8Array,
): Promise<SrgbRgba8> {
  const { width, height, data } = picture
  const folder = await mkdtemp(join(tmpdir(), 'cloudbank-inpaint-'))
  const [photograph, holes, out] = ['photograph', 'mask', 'out'].map((name) =>
    join(folder, `${name}.png`),
  ) as [string, string, string]
  try {
    await sharp(data, { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .png()
      .toFile(photograph)
    await sharp(
      mask.map((value) => 255 * value),
      { raw: { width, height, channels: 1 } },
    )
      .png()
      .toFile(holes)
    await run(python, [SCRIPT, method, photograph, holes, out])
    const made = await sharp(out).ensureAlpha().raw().toBuffer()
    return srgbRaster(picture, new Uint8ClampedArray(made))
  } finally {
    await rm(folder, { recursive: true })
  }
}
