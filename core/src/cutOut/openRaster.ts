import { strToU8, zipSync, type Zippable } from 'fflate'
import { escapeMarkup } from '../words'

/** One layer of a layered file, the uppermost first. */
export interface Layer {
  readonly name: string
  /** A PNG as large as the picture. */
  readonly png: Uint8Array
  readonly visibility: 'visible' | 'hidden'
}

export interface LayeredFile {
  readonly width: number
  readonly height: number
  readonly dpi: number
  readonly layers: readonly Layer[]
  /** The picture that the visible layers make, and a small one of it, as PNGs. */
  readonly merged: Uint8Array
  readonly thumbnail: Uint8Array
}

/**
 * A layered file in the open OpenRaster form, version 0.0.5: a zip whose first entry says what it is, a stack
 * of layers from the uppermost down, their pictures, the merged picture and a thumbnail.
 */
export function encodeOpenRaster(file: LayeredFile): Uint8Array {
  const { width, height, dpi, layers, merged, thumbnail } = file
  const stack = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<image version="0.0.5" w="${width}" h="${height}" xres="${Math.round(dpi)}" yres="${Math.round(dpi)}">`,
    '<stack>',
    ...layers.map(
      ({ name, visibility }, i) =>
        `<layer name="${escapeMarkup(name)}" src="${sourceOf(i)}" x="0" y="0" opacity="1.0" visibility="${visibility}" composite-op="svg:src-over"/>`,
    ),
    '</stack>',
    '</image>',
    '',
  ].join('\n')
  // PNGs are packed already, and the first entry must be stored as it is.
  const stored = { level: 0 } as const
  const entries: Zippable = {
    mimetype: [strToU8('image/openraster'), stored],
    'stack.xml': strToU8(stack),
    ...Object.fromEntries(layers.map(({ png }, i) => [sourceOf(i), [png, stored] as const])),
    'mergedimage.png': [merged, stored],
    'Thumbnails/thumbnail.png': [thumbnail, stored],
  }
  return zipSync(entries)
}

const sourceOf = (i: number): string => `data/layer${i}.png`
