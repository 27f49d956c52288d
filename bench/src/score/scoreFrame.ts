import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { SHOP_WHITE, type BriefSteps } from '@cloudbank/core/brief'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { renderPhoto } from '../renderPhoto'
import { photoPath, runsOut, type Photo, type ShootFolder } from '../shootFolder'
import { deviation, groupMeans, type Scorecard } from './scorecard'

export type FrameMeasures = { fillError: number; centreError: number; backdropExact: number }

const SIDE_PX = 1200
/** The same with every product on one base line. */
const ON_BASE: BriefSteps = {
  ...SHOP_WHITE.steps,
  frame: { ...SHOP_WHITE.steps.frame, stand: 'base' },
}
/** Width of the ring whose pixels must be the asked backdrop, as a share of the side. */
const RING = 0.03
const TRIM_THRESHOLD = 20

interface FrameScorecard extends Scorecard<FrameMeasures> {
  /** Standard deviations over the set, as shares of the frame. */
  readonly spread: {
    /** Of the true product's fill. */
    readonly fill: number
    readonly peerFill: number
    /** Of fill, centre and base line, on a base line, as measured in the finished files. */
    readonly finishedFill: number
    readonly finishedCentre: number
    readonly finishedBase: number
  }
}

/**
 * Where the true product box lies in the page rendition, against the asked fill and centre, and whether
 * the ring is exactly white. Whole products only. Beside sharp's trim, fitted to the same box.
 */
export async function scoreFrame(
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
): Promise<FrameScorecard> {
  const shots = []
  for (const photo of folder.photos.filter((candidate) => !runsOut(candidate))) {
    const bytes = await readFile(photoPath(folder, photo))
    const { renditions } = await renderPhoto(pool, bytes, SHOP_WHITE.steps)
    const standing = (await renderPhoto(pool, bytes, ON_BASE)).renditions[0]?.finished.product
    const page = renditions.find(({ placementId }) => placementId === 'page')
    if (!page) throw new Error(`${photo.file}: no page rendition`)
    const [x, y, w, h] = photo.productBox
    const { window } = page
    const box = {
      x: (x / photo.width - window.x) / window.width,
      y: (y / photo.height - window.y) / window.height,
      width: w / photo.width / window.width,
      height: h / photo.height / window.height,
    }
    const own = { ...measureBox(box), backdropExact: await whiteShare(page.bytes) }
    const { peer, peerBox } = await trimmed(bytes, photo)
    tell(
      `${photo.file}: fill off by ${own.fillError.toFixed(4)} (trim ${peer.fillError.toFixed(4)})`,
    )
    shots.push({
      file: photo.file,
      own,
      peer,
      fill: longer(box),
      peerFill: longer(peerBox),
      product: page.finished.product,
      standing,
    })
  }
  const group = groupMeans(shots)
  const found = shots.flatMap(({ product }) => product ?? [])
  const standing = shots.flatMap((shot) => shot.standing ?? [])
  return {
    kind: 'frame',
    set: folder.path,
    mean: group.mean,
    peer: { name: 'sharp trim, contain', mean: group.peer },
    groups: { wholeProducts: group },
    spread: {
      fill: deviation(shots.map(({ fill }) => fill)),
      peerFill: deviation(shots.map(({ peerFill }) => peerFill)),
      finishedFill: deviation(found.map((box) => longer(box))),
      finishedCentre: Math.max(
        deviation(found.map(({ x, width }) => x + width / 2)),
        deviation(found.map(({ y, height }) => y + height / 2)),
      ),
      finishedBase: deviation(standing.map(({ y, height }) => y + height)),
    },
    shots: shots.map(({ file, own, peer }) => ({ file, ...own, peer })),
  }
}

interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

const longer = ({ width, height }: Box): number => Math.max(width, height)

function measureBox(box: Box): { fillError: number; centreError: number } {
  return {
    fillError: Math.abs(longer(box) - SHOP_WHITE.steps.frame.fillPct / 100),
    centreError: Math.hypot(box.x + box.width / 2 - 0.5, box.y + box.height / 2 - 0.5),
  }
}

async function whiteShare(bytes: Uint8Array): Promise<number> {
  const { data, info } = await sharp(bytes)
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const { width, height } = info
  const ring = Math.max(1, Math.round(RING * Math.min(width, height)))
  let count = 0
  let exact = 0
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (x >= ring && y >= ring && x < width - ring && y < height - ring) continue
      const p = (y * width + x) * 3
      count++
      if (data[p] === 255 && data[p + 1] === 255 && data[p + 2] === 255) exact++
    }
  return exact / count
}

/** The peer: the uniform border trimmed off, the rest fitted and padded with white. */
async function trimmed(
  bytes: Uint8Array,
  photo: Photo,
): Promise<{ peer: FrameMeasures; peerBox: Box }> {
  const inner = Math.round((SIDE_PX * SHOP_WHITE.steps.frame.fillPct) / 100)
  const upright = await sharp(bytes)
    .autoOrient()
    .removeAlpha()
    .png({ compressionLevel: 0 })
    .toBuffer()
  const cut = await sharp(upright)
    .trim({ threshold: TRIM_THRESHOLD })
    .png({ compressionLevel: 0 })
    .toBuffer({ resolveWithObject: true })
  const { width, height, trimOffsetLeft = 0, trimOffsetTop = 0 } = cut.info
  const scale = Math.min(1, inner / Math.max(width, height))
  const side = scale < 1 ? SIDE_PX : Math.round(Math.max(width, height) / (inner / SIDE_PX))
  const fitted = await sharp(cut.data)
    .resize(Math.round(width * scale), Math.round(height * scale))
    .toBuffer()
  const page = await sharp({
    create: { width: side, height: side, channels: 3, background: '#fff' },
  })
    .composite([{ input: fitted }])
    .jpeg({ quality: 85, mozjpeg: true })
    .toBuffer()
  const left = (side - width * scale) / 2
  const top = (side - height * scale) / 2
  const [x, y, w, h] = photo.productBox
  const peerBox = {
    x: (left + (x + trimOffsetLeft) * scale) / side,
    y: (top + (y + trimOffsetTop) * scale) / side,
    width: (w * scale) / side,
    height: (h * scale) / side,
  }
  return { peer: { ...measureBox(peerBox), backdropExact: await whiteShare(page) }, peerBox }
}
