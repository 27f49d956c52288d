import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { planShot, SHOP_WHITE } from '@cloudbank/core/brief'
import { unpackMatte } from '@cloudbank/core/engine'
import {
  LINEAR,
  planeF32,
  planeU8,
  resamplePlane,
  type PlaneU8,
  type Size,
} from '@cloudbank/core/raster'
import type { Matte } from '@cloudbank/core/steps'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import { alphaPath, photoPath, runsOut, type Photo, type ShootFolder } from '../shootFolder'
import { measureCut, type CutMeasures } from './cutMeasures'
import { grabCut } from './grabCut'
import { groupMeans, type Compared, type Scorecard } from './scorecard'

/** Longer side at which cuts are compared, in pixels. */
const SIDE_PX = 1000
const PLAIN_PAPER = ['white', 'grey', 'blue']

/** Cut against truth/alpha, beside grabCut. A shot left uncut counts as all product. */
export async function scoreCut(
  folder: ShootFolder,
  pool: WorkerPool,
  tell: (line: string) => void,
): Promise<Scorecard<CutMeasures>> {
  const shots: (Compared<CutMeasures> & { photo: Photo })[] = []
  for (const photo of folder.photos) {
    const path = photoPath(folder, photo)
    const truth = await readTruth(alphaPath(folder, photo))
    const bytes = await readFile(path)
    const hash = createHash('sha256').update(bytes).digest('hex')
    const plan = planShot(hash, SHOP_WHITE.steps)
    const { matte } = await pool.run<'render'>({
      kind: 'render',
      source: bytes,
      plan,
      knownMatte: null,
    })
    const own = measureCut(wholeAlpha(matte && unpackMatte(matte), truth), truth)
    const peer = measureCut(await grabCut(path, truth), truth)
    tell(`${photo.file}: ${own.iou.toFixed(3)} (grabCut ${peer.iou.toFixed(3)})`)
    shots.push({ photo, own, peer })
  }
  const whole = shots.filter(({ photo }) => !runsOut(photo))
  return {
    kind: 'cut',
    set: folder.path,
    mean: groupMeans(shots).mean,
    peer: { name: 'OpenCV grabCut, inset rectangle', mean: groupMeans(shots).peer },
    groups: {
      wholeProducts: groupMeans(whole),
      wholeOnPlainPaper: groupMeans(
        whole.filter(({ photo }) => PLAIN_PAPER.includes(photo.backdrop ?? '')),
      ),
      runningOut: groupMeans(shots.filter(({ photo }) => runsOut(photo))),
    },
    shots: shots.map(({ photo, own, peer }) => ({ file: photo.file, ...own, peer })),
  }
}

async function readTruth(path: string): Promise<PlaneU8> {
  const { data, info } = await sharp(path)
    .greyscale()
    .resize(SIDE_PX, SIDE_PX, { fit: 'inside' })
    .raw()
    .toBuffer({ resolveWithObject: true })
  return planeU8(info, new Uint8Array(data))
}

/** A matte's alpha over the whole photograph, at the truth's size. */
function wholeAlpha(matte: Matte | null, size: Size): PlaneU8 {
  const whole = planeU8(size)
  if (matte?.kind !== 'cut') {
    whole.data.fill(255)
    return whole
  }
  const { area, alpha } = matte
  const fx = alpha.width / (area.width * size.width)
  const fy = alpha.height / (area.height * size.height)
  const window = {
    x: -area.x * size.width * fx,
    y: -area.y * size.height * fy,
    width: size.width * fx,
    height: size.height * fy,
  }
  const spread = resamplePlane(alpha, window, planeF32(size), LINEAR)
  spread.data.forEach((value, i) => (whole.data[i] = Math.round(value * 255)))
  return whole
}
