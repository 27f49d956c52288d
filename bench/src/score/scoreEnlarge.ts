import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { ssim } from 'ssim.js'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { Placement } from '@cloudbank/core/outlets'
import type { Enlarging } from '@cloudbank/core/steps'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { renderPhoto } from '../renderPhoto'
import { photoPath, type ShootFolder } from '../shootFolder'
import { pixelsOf } from './pixelsOf'
import { groupMeans, type Compared, type Scorecard } from './scorecard'

export type EnlargeMeasures = {
  /** dB over all channels of sRGB. */
  psnr: number
  ssim: number
  /** Largest shift of a channel's mean, in code values. */
  colourShift: number
}

/** Side of the part in the middle of a photograph that is halved and brought back, in pixels. */
const SIDE_PX = 640

/** The middle of each photograph halved and brought back to its size, finely beside plainly. */
export async function scoreEnlarge(
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
): Promise<Scorecard<EnlargeMeasures>> {
  const shots: (Compared<EnlargeMeasures> & { file: string })[] = []
  for (const photo of folder.photos) {
    const truth = await middleOf(await readFile(photoPath(folder, photo)))
    const { width } = await sharp(truth).metadata()
    const half = await sharp(truth)
      .resize(Math.round(width / 2))
      .png()
      .toBuffer()
    const brought = async (enlargeBy: Enlarging): Promise<EnlargeMeasures> => {
      const { renditions } = await renderPhoto(pool, half, stepsFor(enlargeBy, width))
      return measure(renditions[0]!.bytes, truth)
    }
    const own = await brought('fine')
    const peer = await brought('plain')
    tell(`${photo.file}: ${own.psnr.toFixed(2)} dB finely, ${peer.psnr.toFixed(2)} dB plainly`)
    shots.push({ file: photo.file, own, peer })
  }
  const { mean, peer } = groupMeans(shots)
  return {
    kind: 'enlarge',
    set: folder.path,
    mean,
    peer: { name: 'plain enlarging by a cubic kernel', mean: peer },
    groups: {},
    shots: shots.map(({ file, own, peer: plain }) => ({ file, ...own, peer: plain })),
  }
}

function stepsFor(enlargeBy: Enlarging, longSidePx: number) {
  const { steps } = SHOP_WHITE
  return {
    ...steps,
    light: { ...steps.light, neutral: { from: 'photograph' as const } },
    cut: { ...steps.cut, method: 'off' as const },
    ground: { ...steps.ground, behind: { kind: 'original' as const } },
    frame: { ...steps.frame, enlarge: true, enlargeBy },
    finish: {
      ...steps.finish,
      placements: [Placement.parse({ id: 'all', name: 'all', longSidePx, format: 'png' })],
    },
  }
}

/** A square in the middle with an even side, as a PNG. */
async function middleOf(bytes: Uint8Array): Promise<Buffer> {
  const whole = await sharp(bytes).autoOrient().removeAlpha().toBuffer({ resolveWithObject: true })
  const { width, height } = whole.info
  const side = Math.min(SIDE_PX, width, height) & ~1
  return sharp(whole.data)
    .extract({ left: (width - side) >> 1, top: (height - side) >> 1, width: side, height: side })
    .png()
    .toBuffer()
}

async function measure(made: Uint8Array, truth: Uint8Array): Promise<EnlargeMeasures> {
  const [a, b] = await Promise.all([made, truth].map(pixelsOf))
  const sums = [0, 0, 0]
  let square = 0
  for (let p = 0; p < a!.data.length; p += 4)
    for (let c = 0; c < 3; c++) {
      const off = a!.data[p + c]! - b!.data[p + c]!
      sums[c]! += off
      square += off * off
    }
  const pixels = a!.data.length / 4
  return {
    psnr: 10 * Math.log10(255 ** 2 / (square / (3 * pixels))),
    ssim: ssim(a!, b!, { ssim: 'bezkrovny' }).mssim,
    colourShift: Math.max(...sums.map((sum) => Math.abs(sum / pixels))),
  }
}
