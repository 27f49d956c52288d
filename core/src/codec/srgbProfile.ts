/** XYZ of the primaries adapted to D50 (Bradford), as in ICC's own sRGB profile. */
const RED = [0.43606567, 0.2224884, 0.01391602] as const
const GREEN = [0.38514709, 0.71687317, 0.09707642] as const
const BLUE = [0.14306641, 0.06060791, 0.71409607] as const
const D50 = [0.96420288, 1, 0.8249054] as const
/** Bradford adaptation from D65 to D50. */
const ADAPTATION = [
  1.04788208, 0.0229187, -0.05021667, 0.02958679, 0.99047852, -0.01707458, -0.00924683, 0.01507568,
  0.75167847,
] as const
/** y = (a·x + b)^g from d on, c·x below. */
const CURVE = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045] as const

/**
 * A small ICC profile (version 4.3, matrix and parametric curve) of sRGB, IEC 61966-2-1, adapted to
 * the D50 connection space. Layout: ICC.1:2010.
 */
export const SRGB_PROFILE: Uint8Array = buildProfile()

function buildProfile(): Uint8Array {
  const curve = [...ascii('para'), ...u32(0), ...u16(3), ...u16(0), ...CURVE.flatMap(fixed)]
  const blocks: [string, number[]][] = [
    ['desc', text('sRGB')],
    ['cprt', text('No copyright, use freely')],
    ['wtpt', xyz(D50)],
    ['chad', [...ascii('sf32'), ...u32(0), ...ADAPTATION.flatMap(fixed)]],
    ['rXYZ', xyz(RED)],
    ['gXYZ', xyz(GREEN)],
    ['bXYZ', xyz(BLUE)],
    ['rTRC', curve],
    ['gTRC', curve],
    ['bTRC', curve],
  ]
  const body: number[] = []
  const table: number[] = [...u32(blocks.length)]
  const bodyStart = 128 + 4 + blocks.length * 12
  const offsets = new Map<number[], number>()
  for (const [name, block] of blocks) {
    let offset = offsets.get(block)
    if (offset === undefined) {
      offset = bodyStart + body.length
      offsets.set(block, offset)
      body.push(...block)
      while (body.length % 4) body.push(0)
    }
    table.push(...ascii(name), ...u32(offset), ...u32(block.length))
  }
  return Uint8Array.from([...header(bodyStart + body.length), ...table, ...body])
}

function header(length: number): number[] {
  const date = [2026, 1, 1, 0, 0, 0].flatMap(u16)
  return [
    ...u32(length),
    ...u32(0),
    ...u32(0x04300000),
    ...ascii('mntr'),
    ...ascii('RGB '),
    ...ascii('XYZ '),
    ...date,
    ...ascii('acsp'),
    ...new Array<number>(28).fill(0),
    ...D50.flatMap(fixed),
    ...new Array<number>(48).fill(0),
  ]
}

function ascii(s: string): number[] {
  return [...s].map((letter) => letter.charCodeAt(0))
}
function u16(n: number): number[] {
  return [(n >> 8) & 255, n & 255]
}
function u32(n: number): number[] {
  return [(n >>> 24) & 255, (n >> 16) & 255, (n >> 8) & 255, n & 255]
}
function fixed(n: number): number[] {
  return u32(Math.round(n * 65536))
}
function xyz(values: readonly number[]): number[] {
  return [...ascii('XYZ '), ...u32(0), ...values.flatMap(fixed)]
}
/** One string in American English, UTF-16. */
function text(s: string): number[] {
  const record = [...u32(1), ...u32(12), ...ascii('enUS'), ...u32(s.length * 2), ...u32(28)]
  return [...ascii('mluc'), ...u32(0), ...record, ...[...s].flatMap((c) => u16(c.charCodeAt(0)))]
}
