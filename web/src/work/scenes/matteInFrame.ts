import type { Plan } from '@cloudbank/core/brief'
import { unpackMatte, type Alpha } from '@cloudbank/core/matte'
import { planeU8, type Box01, type PlaneU8 } from '@cloudbank/core/raster'
import { sceneMatte, type SceneMatte } from '@cloudbank/core/scene'
import type { Database, Rendition } from '../../data'
import { mattesOf } from '../shotJob'

/** Cells along the longer side of the frame. */
const CELLS = 48
/** A cell that the product covers more than this, of 255, counts as its own. */
const COVERED = 128
/** A picture that was turned or straightened has its matte elsewhere: it must have this much in common with the product's box. */
const LEAST_SHARED = 0.7

/**
 * Where the product stands in a finished picture: its matte, as the picture's window shows it, or its box where the
 * picture was turned.
 */
export async function matteInFrame(
  plan: Plan,
  rendition: Pick<Rendition, 'window' | 'productBox' | 'width' | 'height'>,
  db: Database,
): Promise<SceneMatte | null> {
  const { productBox, width, height } = rendition
  if (!productBox) return null
  const cells = CELLS / Math.max(width, height)
  const size = {
    width: Math.max(1, Math.round(width * cells)),
    height: Math.max(1, Math.round(height * cells)),
  }
  const packed = (await mattesOf(plan, db)).map(({ matte }) => matte)
  const [base] = packed
    .filter((matte) => matte.kind === 'cut')
    .sort((a, b) => a.alpha.sidePx - b.alpha.sidePx)
  const matte = base && unpackMatte(base)
  const seen = matte?.kind === 'cut' ? seenThrough(matte.alphas[0], rendition.window, size) : null
  const isTrue = seen && shared01(boxOf(seen), productBox) >= LEAST_SHARED
  return sceneMatte(isTrue ? seen : filled(productBox, size))
}

type Size = Pick<PlaneU8, 'width' | 'height'>

/** A matte through the window that became a picture. */
const seenThrough = ({ area, plane }: Alpha, window: Box01, size: Size): PlaneU8 =>
  drawn(size, (u, v) => {
    const x = (window.x + u * window.width - area.x) / area.width
    const y = (window.y + v * window.height - area.y) / area.height
    if (x < 0 || x >= 1 || y < 0 || y >= 1) return 0
    return plane.data[Math.floor(y * plane.height) * plane.width + Math.floor(x * plane.width)]!
  })

const filled = (box: Box01, size: Size): PlaneU8 =>
  drawn(size, (u, v) =>
    u >= box.x && u < box.x + box.width && v >= box.y && v < box.y + box.height ? 255 : 0,
  )

function drawn({ width, height }: Size, at: (u: number, v: number) => number): PlaneU8 {
  const data = new Uint8Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data[y * width + x] = at((x + 0.5) / width, (y + 0.5) / height)
  return planeU8({ width, height }, data)
}

function boxOf({ width, height, data }: PlaneU8): Box01 {
  let [left, top, right, bottom] = [width, height, 0, 0]
  data.forEach((value, i) => {
    if (value < COVERED) return
    const [x, y] = [i % width, Math.floor(i / width)]
    left = Math.min(left, x)
    top = Math.min(top, y)
    right = Math.max(right, x + 1)
    bottom = Math.max(bottom, y + 1)
  })
  return {
    x: left / width,
    y: top / height,
    width: Math.max(0, right - left) / width,
    height: Math.max(0, bottom - top) / height,
  }
}

/** The intersection of two boxes over their union. */
function shared01(a: Box01, b: Box01): number {
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
  const along = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
  const both = Math.max(0, across) * Math.max(0, along)
  return both / (a.width * a.height + b.width * b.height - both)
}
