import { linearRaster, resampleLinear, type Kernel, type LinearRgba, type PxBox } from '../raster'
import { derivedSource, layOver, shareInside, type Patch, type Source } from './source'

/** Side of a tile, in pixels of the photograph. */
const TILE_PX = 128
/** What a tile knows of its neighbours, so that no seam shows where it ends at any scale, in pixels. */
const GUTTER_PX = 8

const SIDE_PX = TILE_PX + 2 * GUTTER_PX

interface Tile {
  /** Where its own pixels begin in the photograph, without the gutter. */
  readonly x: number
  readonly y: number
  readonly picture: LinearRgba
}

/** A tile as it is stored. */
export interface StoredTile {
  readonly x: number
  readonly y: number
  readonly data: Float32Array
}

/** Floats of a stored tile. */
export const TILE_FLOATS = SIDE_PX * SIDE_PX * 4

/**
 * What was made anew of a photograph, at its own scale: any number of patches in one layer of square tiles, of which only
 * those exist that something was laid on. However much was done, reading it costs no more than reading the photograph.
 */
export class Sheet {
  readonly #tiles: Map<string, Tile>
  /** Tiles that no other sheet has. */
  readonly #own = new Set<string>()

  constructor(tiles: ReadonlyMap<string, Tile> = new Map()) {
    this.#tiles = new Map(tiles)
  }

  /** @throws RangeError when a tile does not have `TILE_FLOATS` floats. */
  static of(tiles: readonly StoredTile[]): Sheet {
    const size = { width: SIDE_PX, height: SIDE_PX }
    return new Sheet(
      new Map(
        tiles.map(({ x, y, data }) => [keyOf(x, y), { x, y, picture: linearRaster(size, data) }]),
      ),
    )
  }

  get isEmpty(): boolean {
    return this.#tiles.size === 0
  }

  /** What it is made of anew by `of`; read only. */
  get stored(): StoredTile[] {
    return [...this.#tiles.values()].map(({ x, y, picture }) => ({ x, y, data: picture.data }))
  }

  /** A sheet that begins as this one, and shares its tiles for as long as nothing is laid on them; this one must stay. */
  fork(): Sheet {
    return new Sheet(this.#tiles)
  }

  /** Lays patches on it, in their order (Porter & Duff 1984, Compositing digital images: over). */
  lay(patches: readonly Patch[]): void {
    for (const { window, picture } of patches) {
      if (window.width !== picture.width || window.height !== picture.height)
        throw new RangeError('a sheet takes patches at the photograph’s own scale')
      eachTile(window, (x, y) => layInto(this.#toWrite(x, y), window, picture))
    }
  }

  /** The tiles that have pixels of their own in a window. */
  in(window: PxBox): Tile[] {
    const found: Tile[] = []
    for (const tile of this.#tiles.values())
      if (
        tile.x < window.x + window.width &&
        window.x < tile.x + TILE_PX &&
        tile.y < window.y + window.height &&
        window.y < tile.y + TILE_PX
      )
        found.push(tile)
    return found
  }

  #toWrite(x: number, y: number): Tile {
    const key = keyOf(x, y)
    const there = this.#tiles.get(key)
    if (there && this.#own.has(key)) return there
    const size = { width: SIDE_PX, height: SIDE_PX }
    const tile = { x, y, picture: linearRaster(size, there?.picture.data.slice()) }
    this.#tiles.set(key, tile)
    this.#own.add(key)
    return tile
  }
}

const keyOf = (x: number, y: number): string => `${x} ${y}`

/** Calls back for each tile that a window reaches, gutters among them. */
function eachTile({ x, y, width, height }: PxBox, each: (x: number, y: number) => void): void {
  const first = (from: number): number => Math.floor((from - GUTTER_PX) / TILE_PX) * TILE_PX
  for (let top = first(y); top < y + height + GUTTER_PX; top += TILE_PX)
    for (let left = first(x); left < x + width + GUTTER_PX; left += TILE_PX) each(left, top)
}

const layInto = (tile: Tile, window: PxBox, picture: LinearRgba): void =>
  compose(tile.picture, tile.x - GUTTER_PX, tile.y - GUTTER_PX, window, picture)

/** Lays pixels on those of a layer whose first lies at a place of the photograph (over). */
function compose(
  layer: LinearRgba,
  left: number,
  top: number,
  window: PxBox,
  picture: LinearRgba,
): void {
  const x0 = Math.max(left, window.x)
  const x1 = Math.min(left + layer.width, window.x + window.width)
  const y1 = Math.min(top + layer.height, window.y + window.height)
  for (let y = Math.max(top, window.y); y < y1; y++) {
    let from = ((y - window.y) * window.width + x0 - window.x) * 4
    let to = ((y - top) * layer.width + x0 - left) * 4
    for (let x = x0; x < x1; x++, from += 4, to += 4) {
      const rest = 1 - picture.data[from + 3]!
      for (let c = 0; c < 4; c++)
        layer.data[to + c] = picture.data[from + c]! + layer.data[to + c]! * rest
    }
  }
}

/**
 * Patches at the photograph's own scale as one, in their order: where they meet, a smaller picture shows nothing of what
 * they cover.
 */
export function joined(window: PxBox, patches: readonly Patch[]): Patch {
  const layer = linearRaster(window)
  for (const patch of patches) compose(layer, window.x, window.y, patch.window, patch.picture)
  return { window, picture: layer }
}

/** A source with a sheet over it; itself where that is empty. */
export function withSheet(source: Source, sheet: Sheet): Source {
  if (sheet.isEmpty) return source
  return derivedSource(source, (picture, window, kernel) => {
    source.sampleInto(picture, window, kernel)
    const tiles = sheet.in(window)
    if (isOnGrid(window, picture)) for (const tile of tiles) layTile(picture, tile, window)
    else if (tiles.length > 0) laySheet(picture, tiles, window, kernel)
  })
}

/** Whether a picture has the photograph's own pixels. */
const isOnGrid = (window: PxBox, picture: LinearRgba): boolean =>
  picture.width === window.width &&
  picture.height === window.height &&
  Number.isInteger(window.x) &&
  Number.isInteger(window.y)

/** Lays a tile's own pixels on those of the photograph (atop). */
function layTile(picture: LinearRgba, tile: Tile, window: PxBox): void {
  const left = Math.max(tile.x, window.x)
  const right = Math.min(tile.x + TILE_PX, window.x + window.width)
  const bottom = Math.min(tile.y + TILE_PX, window.y + window.height)
  for (let y = Math.max(tile.y, window.y); y < bottom; y++) {
    let from = ((y - tile.y + GUTTER_PX) * SIDE_PX + left - tile.x + GUTTER_PX) * 4
    let to = ((y - window.y) * picture.width + left - window.x) * 4
    for (let x = left; x < right; x++, from += 4, to += 4) {
      const alpha = tile.picture.data[from + 3]!
      if (alpha === 0) continue
      const below = picture.data[to + 3]!
      for (let c = 0; c < 3; c++)
        picture.data[to + c] =
          tile.picture.data[from + c]! * below + picture.data[to + c]! * (1 - alpha)
    }
  }
}

/**
 * Tiles are added up before they are laid: laid one by one, a pixel that lies on two of them would keep a share of what
 * is below.
 */
function laySheet(
  picture: LinearRgba,
  tiles: readonly Tile[],
  window: PxBox,
  kernel: Kernel | undefined,
): void {
  const across = picture.width / window.width
  const down = picture.height / window.height
  const parts = tiles.map((tile) => {
    const left = Math.max(0, Math.floor((tile.x - window.x) * across))
    const top = Math.max(0, Math.floor((tile.y - window.y) * down))
    return {
      tile,
      left,
      top,
      width: Math.min(picture.width, Math.ceil((tile.x + TILE_PX - window.x) * across)) - left,
      height: Math.min(picture.height, Math.ceil((tile.y + TILE_PX - window.y) * down)) - top,
    }
  })
  const x0 = Math.min(...parts.map(({ left }) => left))
  const y0 = Math.min(...parts.map(({ top }) => top))
  const over = linearRaster({
    width: Math.max(...parts.map(({ left, width }) => left + width)) - x0,
    height: Math.max(...parts.map(({ top, height }) => top + height)) - y0,
  })
  for (const { tile, left, top, width, height } of parts) {
    if (width <= 0 || height <= 0) continue
    const part = {
      x: left / across + window.x - tile.x,
      y: top / down + window.y - tile.y,
      width: width / across,
      height: height / down,
    }
    const inPicture = { ...part, x: part.x + GUTTER_PX, y: part.y + GUTTER_PX }
    const made = resampleLinear(tile.picture, inPicture, linearRaster({ width, height }), kernel)
    const inX = shareInside(part.x, part.width, TILE_PX, width)
    const inY = shareInside(part.y, part.height, TILE_PX, height)
    for (let y = 0, from = 0; y < height; y++) {
      let to = ((top - y0 + y) * over.width + left - x0) * 4
      for (let x = 0; x < width; x++) {
        const share = inX[x]! * inY[y]!
        for (let c = 0; c < 4; c++) over.data[to++]! += made.data[from++]! * share
      }
    }
  }
  layOver(picture, over, x0, y0)
}
