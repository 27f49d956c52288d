import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { ssim } from 'ssim.js'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { Placement } from '@cloudbank/core/outlets'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { renderPhoto } from '../renderPhoto'
import { meanOf } from '../table'
import { bytesAtEqualLikeness } from './equalLikeness'
import { photoPath, type ShootFolder } from '../shootFolder'
import { pixelsOf } from './pixelsOf'
import { groupMeans, type Compared, type Scorecard } from './scorecard'

export type WeightMeasures = { withinLimit: number; bytes: number; ssim: number }

const { placements } = SHOP_WHITE.steps.finish

type WeightCard = Scorecard<WeightMeasures> & {
  /** Bytes of the browser's encoders over those of sharp's at the same SSIM: mean ratios. */
  readonly bytesAtEqualLikeness: Readonly<Record<'jpeg' | 'webp', number>>
}

/**
 * Each rendition against its byte limit, and its likeness (SSIM, Wang et al. 2004) to the picture before
 * encoding, beside a plain JPEG of the same picture of at most the same bytes.
 */
export async function scoreWeight(
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
): Promise<WeightCard> {
  const ratios: Readonly<Record<'jpeg' | 'webp', number>>[] = []
  const shots: (Compared<WeightMeasures> & { file: string; placement: string })[] = []
  for (const photo of folder.photos) {
    const bytes = await readFile(photoPath(folder, photo))
    const exact = placements.map((placement) =>
      Placement.parse({
        ...placement,
        id: `${placement.id}-exact`,
        format: 'png',
        limitBytes: null,
      }),
    )
    const { finish } = SHOP_WHITE.steps
    const steps = {
      ...SHOP_WHITE.steps,
      finish: { ...finish, placements: [...placements, ...exact] },
    }
    const { renditions } = await renderPhoto(pool, bytes, steps)
    for (const placement of placements) {
      const made = renditions.find(({ placementId }) => placementId === placement.id)
      const pixels = renditions.find(({ placementId }) => placementId === `${placement.id}-exact`)
      if (pixels && placement === placements[0])
        ratios.push(await bytesAtEqualLikeness(pixels.bytes))
      if (!made || !pixels) throw new Error(`${photo.file}: a rendition is missing`)
      const limit = placement.limitBytes ?? Infinity
      const plain = await plainJpeg(pixels.bytes, made.bytes.length)
      const own = await measure(made.bytes, pixels.bytes, limit)
      const peer = await measure(plain, pixels.bytes, limit)
      tell(
        `${photo.file} ${placement.id}: ${own.bytes} B, SSIM ${own.ssim.toFixed(4)} (plain ${peer.ssim.toFixed(4)})`,
      )
      shots.push({ file: `${placement.id}/${photo.file}`, placement: placement.id, own, peer })
    }
  }
  return {
    kind: 'weight',
    set: folder.path,
    mean: groupMeans(shots).mean,
    peer: { name: 'plain JPEG (libjpeg-turbo) at the same bytes', mean: groupMeans(shots).peer },
    groups: Object.fromEntries(
      placements.map(({ id }) => [
        id,
        groupMeans(shots.filter(({ placement }) => placement === id)),
      ]),
    ),
    shots: shots.map(({ file, own, peer }) => ({ file, ...own, peer })),
    bytesAtEqualLikeness: meanOf(ratios),
  }
}

async function measure(
  file: Uint8Array,
  exact: Uint8Array,
  limit: number,
): Promise<WeightMeasures> {
  const { mssim } = ssim(await pixelsOf(file), await pixelsOf(exact), { ssim: 'bezkrovny' })
  return { withinLimit: file.length <= limit ? 1 : 0, bytes: file.length, ssim: mssim }
}

/** The best plain JPEG of at most `limit` bytes. */
async function plainJpeg(exact: Uint8Array, limit: number): Promise<Uint8Array> {
  const encode = (quality: number) => sharp(exact).removeAlpha().jpeg({ quality }).toBuffer()
  let low = 1
  let high = 100
  let best = await encode(low)
  while (high - low > 1) {
    const middle = (low + high) >> 1
    const tried = await encode(middle)
    if (tried.length <= limit) {
      best = tried
      low = middle
    } else high = middle
  }
  return best
}
