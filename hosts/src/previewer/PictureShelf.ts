import { CancelledError } from '@cloudbank/core/engine'
import { Memory } from '@cloudbank/core/memory'
import {
  fitInside,
  linearRaster,
  resampleSrgb,
  srgbOfLinear,
  wholeOf,
  type Size,
  type SrgbRgba8,
} from '@cloudbank/core/raster'
import { photographSource, type Source } from '@cloudbank/core/source'

/** One size of a photograph that is kept. */
export interface Level {
  readonly raster: SrgbRgba8
  readonly source: Source
}

/** A photograph that is kept decoded. */
export interface ShelvedPicture {
  /** The sizes that are kept, smallest first. */
  readonly levels: readonly Level[]
  /** The one that is read and goes through the steps. */
  readonly preview: Level
  /** The photograph's own sides. */
  readonly whole: Size
}

interface Opening {
  readonly sidePx: number
  readonly whole: boolean
}

/**
 * Photographs with their whole size that may be kept: one that is looked at, one that was just left, and
 * one that comes next.
 */
export const MAX_WHOLE = 3

const longerSide = ({ width, height }: Size): number => Math.max(width, height)

/**
 * Keeps photographs decoded, by name. They are decoded one at a time; one that is closed before its turn
 * is never decoded, and one that is closed meanwhile is not kept. However many are opened, at most
 * `MAX_WHOLE` are kept whole: the longest unused loses its own size first.
 */
export class PictureShelf {
  readonly #pictures = new Map<string, ShelvedPicture>()
  readonly #wanted = new Set<string>()
  #queue: Promise<unknown> = Promise.resolve()

  /** @throws CancelledError when it was closed before it was there. */
  open(name: string, decode: () => Promise<SrgbRgba8>, opening: Opening): Promise<Size> {
    this.#wanted.add(name)
    const opened = this.#queue.then(async () => {
      if (!this.#wanted.has(name)) throw new CancelledError()
      const picture = shelved(await decode(), opening)
      if (!this.#wanted.has(name)) throw new CancelledError()
      this.#pictures.set(name, picture)
      this.#keepFewWhole()
      return picture.whole
    })
    this.#queue = opened.catch(() => undefined)
    return opened
  }

  close(name: string): void {
    this.#wanted.delete(name)
    this.#pictures.delete(name)
  }

  has(name: string): boolean {
    return this.#pictures.has(name)
  }

  /** @throws Error when it is not open. */
  get(name: string): ShelvedPicture {
    const picture = this.#pictures.get(name)
    if (!picture) throw new Error(`The photograph ${name} is not open`)
    // The newest used stand last.
    this.#pictures.delete(name)
    this.#pictures.set(name, picture)
    return picture
  }

  /** Number of photographs that are kept at their own size, beyond the preview's. */
  get wholeCount(): number {
    return [...this.#pictures.values()].filter(isWhole).length
  }

  #keepFewWhole(): void {
    const whole = [...this.#pictures].filter(([, picture]) => isWhole(picture))
    for (const [name, picture] of whole.slice(0, -MAX_WHOLE))
      this.#pictures.set(name, { ...picture, levels: picture.levels.slice(0, -1) })
  }
}

const isWhole = ({ levels, preview }: ShelvedPicture): boolean => levels.at(-1) !== preview

function shelved(whole: SrgbRgba8, opening: Opening): ShelvedPicture {
  const { sidePx } = opening
  const memory = new Memory()
  const levelOf = (raster: SrgbRgba8): Level => ({
    raster,
    source: photographSource(raster, memory),
  })
  const preview = levelOf(reduced(whole, sidePx))
  const half = levelOf(reduced(preview.raster, sidePx / 2))
  const own = opening.whole && longerSide(whole) > longerSide(preview.raster)
  return {
    levels: [half, preview, ...(own ? [levelOf(whole)] : [])],
    preview,
    whole: { width: whole.width, height: whole.height },
  }
}

/** A picture at most this long; itself if it is not longer. */
function reduced(picture: SrgbRgba8, sidePx: number): SrgbRgba8 {
  const size = fitInside(picture, sidePx)
  return size.width === picture.width
    ? picture
    : srgbOfLinear(resampleSrgb(picture, wholeOf(picture), linearRaster(size)))
}

/** The smallest size that is kept and at least this long, else the largest. */
export const levelFor = ({ levels }: ShelvedPicture, sidePx: number): Level =>
  levels.find(({ raster }) => longerSide(raster) >= sidePx) ?? levels.at(-1)!
