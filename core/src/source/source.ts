import { Memory } from '../memory'
import {
  fitInside,
  LINEAR,
  linearRaster,
  resampleLinear,
  resampleSrgb,
  wholeOf,
  type Kernel,
  type LinearRgba,
  type PxBox,
  type Size,
  type SrgbRgba8,
} from '../raster'

/** A photograph that is read at the scale that is needed: the original plus what was mended in it. */
export interface Source {
  /** Its sides upright, in pixels. */
  readonly size: Size
  /**
   * A window of it at a size, in linear light with premultiplied alpha. Beyond the border the edge
   * pixels go on. The raster belongs to the caller.
   *
   * @param kernel `CUBIC` unless told otherwise.
   */
  readonly sample: (window: PxBox, size: Size, kernel?: Kernel) => LinearRgba
  /** The same into a raster that is there already, over whatever it holds. */
  readonly sampleInto: (picture: LinearRgba, window: PxBox, kernel?: Kernel) => void
  /**
   * All of it at most `sidePx` long, averaged without overshoot. Made once for each side and shared:
   * read only.
   */
  readonly reduced: (sidePx: number) => LinearRgba
  /** What was worked out of it, for as long as it is open. The sizes of one photograph may share it. */
  readonly memory: Memory
}

/** A part of a photograph that was made anew; laid over the original wherever that is read. */
export interface Patch {
  /** Where it lies, in pixels of the photograph. */
  readonly window: PxBox
  /** Its pixels, at whatever scale they were made; alpha says how far they cover. The photograph’s own stays. */
  readonly picture: LinearRgba
}

/**
 * A decoded photograph, upright in sRGB, as a source. The raster is never written to.
 *
 * @param memory that of another size of the same photograph.
 */
export const photographSource = (original: SrgbRgba8, memory = new Memory()): Source =>
  sourceOf(
    original,
    (picture, window, kernel) => {
      resampleSrgb(original, window, picture, kernel)
    },
    memory,
  )

/** A source with patches over it, in their order; itself where there are none. */
export function withPatches(source: Source, patches: readonly Patch[]): Source {
  if (patches.length === 0) return source
  return derivedSource(source, (picture, window, kernel) => {
    source.sampleInto(picture, window, kernel)
    for (const patch of patches) layPatch(picture, patch, window, kernel)
  })
}

/** A source of the same size that is read in another way; it remembers things of its own. */
export const derivedSource = ({ size }: Source, sampleInto: Source['sampleInto']): Source =>
  sourceOf(size, sampleInto, new Memory())

function sourceOf(
  { width, height }: Size,
  sampleInto: Source['sampleInto'],
  memory: Memory,
): Source {
  const size = { width, height }
  const known = new Map<string, LinearRgba>()
  const sample: Source['sample'] = (window, wanted, kernel) => {
    const picture = linearRaster(wanted)
    sampleInto(picture, window, kernel)
    return picture
  }
  return {
    size,
    sample,
    sampleInto,
    memory,
    reduced: (sidePx) => {
      const wanted = fitInside(size, sidePx)
      const key = `${wanted.width}×${wanted.height}`
      const made = known.get(key) ?? sample(wholeOf(size), wanted, LINEAR)
      known.set(key, made)
      return made
    },
  }
}

/**
 * Lays a patch on the pixels of a window (Porter & Duff 1984, Compositing digital images: atop): a surface that is
 * mended is as transparent as it was.
 */
function layPatch(
  picture: LinearRgba,
  patch: Patch,
  window: PxBox,
  kernel: Kernel | undefined,
): void {
  const across = picture.width / window.width
  const down = picture.height / window.height
  const left = Math.max(0, Math.floor((patch.window.x - window.x) * across))
  const top = Math.max(0, Math.floor((patch.window.y - window.y) * down))
  const right = Math.min(
    picture.width,
    Math.ceil((patch.window.x + patch.window.width - window.x) * across),
  )
  const bottom = Math.min(
    picture.height,
    Math.ceil((patch.window.y + patch.window.height - window.y) * down),
  )
  if (right <= left || bottom <= top) return
  const size = { width: right - left, height: bottom - top }
  const toPatch = {
    x: patch.picture.width / patch.window.width,
    y: patch.picture.height / patch.window.height,
  }
  const part = {
    x: (left / across + window.x - patch.window.x) * toPatch.x,
    y: (top / down + window.y - patch.window.y) * toPatch.y,
    width: (size.width / across) * toPatch.x,
    height: (size.height / down) * toPatch.y,
  }
  const over = resampleLinear(patch.picture, part, linearRaster(size), kernel)
  const inX = shareInside(part.x, part.width, patch.picture.width, size.width)
  const inY = shareInside(part.y, part.height, patch.picture.height, size.height)
  for (let y = 0, at = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++) {
      const share = inX[x]! * inY[y]!
      for (let c = 0; c < 4; c++) over.data[at++]! *= share
    }
  layOver(picture, over, left, top)
}

/** Lays one picture on part of another (atop): what is below stays as transparent as it was. */
export function layOver(picture: LinearRgba, over: LinearRgba, left: number, top: number): void {
  for (let y = 0, from = 0; y < over.height; y++) {
    let to = ((top + y) * picture.width + left) * 4
    for (let x = 0; x < over.width; x++, from += 4, to += 4) {
      const rest = 1 - over.data[from + 3]!
      const below = picture.data[to + 3]!
      for (let c = 0; c < 3; c++)
        picture.data[to + c] = over.data[from + c]! * below + picture.data[to + c]! * rest
    }
  }
}

/** How much of each pixel lies on a patch, 0…1: beyond its border nothing of it goes on. */
export function shareInside(
  start: number,
  length: number,
  limit: number,
  pixels: number,
): Float32Array {
  const scale = length / pixels
  return Float32Array.from({ length: pixels }, (_, i) => {
    const from = start + i * scale
    const share = (Math.min(from + scale, limit) - Math.max(from, 0)) / scale
    return Math.min(1, Math.max(0, share))
  })
}
