import {
  bytesToHex,
  deltaE2000,
  LINEAR_OF_BYTE,
  linearToLab,
  type HexColour,
  type Rgb,
  type Size,
  type SrgbRgba8,
} from '../../raster'

/** The outermost pixels of a finished file, all round. */
export interface Border {
  /** Median, channel by channel, as it is seen on white. */
  readonly colour: HexColour
  /** CIEDE2000 from that colour that 99 of 100 border pixels keep within. */
  readonly spread: number
  /** Share of them that is wholly transparent, 0…1. */
  readonly clear01: number
}

/** Width of the border that is looked at, as a share of the shorter side. */
const BORDER = 0.004
/** Share of the border that may lie further off than its spread. */
const APART = 0.01

/** What the border of a picture is, sRGB as it came out of its file. */
export function borderOf(picture: SrgbRgba8): Border {
  const { data } = picture
  const channels = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)] as const
  const pixelsOfCode = new Map<number, number>()
  let clear = 0
  let pixels = 0
  for (const [from, to] of borderRuns(picture))
    for (let p = from * 4; p < to * 4; p += 4) {
      const a = data[p + 3]!
      if (a === 0) clear++
      pixels++
      let code = 0
      for (let c = 0; c < 3; c++) {
        const seen = Math.round((data[p + c]! * a + 255 * (255 - a)) / 255)
        channels[c]![seen]!++
        code = (code << 8) | seen
      }
      pixelsOfCode.set(code, (pixelsOfCode.get(code) ?? 0) + 1)
    }
  const [r, g, b] = channels
  const colour: Rgb = [medianByte(r), medianByte(g), medianByte(b)]
  const middle = labOfBytes(colour)
  const off = [...pixelsOfCode].map(([code, count]) => ({
    deltaE: deltaE2000(labOfBytes([code >> 16, (code >> 8) & 255, code & 255]), middle),
    count,
  }))
  return {
    colour: bytesToHex(colour),
    spread: spreadOf(off, pixels),
    clear01: clear / Math.max(1, pixels),
  }
}

/** Stretches of pixels, from one to before another, that make up the border of a picture. */
function borderRuns({ width, height }: Size): (readonly [number, number])[] {
  const deep = Math.max(1, Math.round(BORDER * Math.min(width, height)))
  const runs: (readonly [number, number])[] = []
  for (let y = 0; y < height; y++) {
    const row = y * width
    if (y < deep || y >= height - deep || width <= 2 * deep) runs.push([row, row + width])
    else runs.push([row, row + deep], [row + width - deep, row + width])
  }
  return runs
}

/** The median of bytes of which it is known how often each occurs, rounded; 0 of none. */
function medianByte(counts: Uint32Array): number {
  const pixels = counts.reduce((sum, count) => sum + count, 0)
  const at = (rank: number): number => {
    let before = 0
    return Math.max(
      0,
      counts.findIndex((count) => (before += count) > rank),
    )
  }
  return Math.round((at((pixels - 1) >> 1) + at(pixels >> 1)) / 2)
}

function spreadOf(
  off: readonly { readonly deltaE: number; readonly count: number }[],
  pixels: number,
): number {
  const rank = Math.min(pixels - 1, Math.floor(pixels * (1 - APART)))
  let before = 0
  const found = [...off]
    .sort((a, b) => a.deltaE - b.deltaE)
    .find(({ count }) => (before += count) > rank)
  return found?.deltaE ?? 0
}

/** Lab of one colour in sRGB, 0…255 a channel. */
export const labOfBytes = ([r, g, b]: Rgb): Rgb =>
  linearToLab([LINEAR_OF_BYTE[r]!, LINEAR_OF_BYTE[g]!, LINEAR_OF_BYTE[b]!])
