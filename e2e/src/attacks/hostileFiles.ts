import { Buffer } from 'node:buffer'
import sharp, { type Sharp } from 'sharp'
import { seededRandom } from '@cloudbank/core/raster/testing'

/** A file that lies about itself or is broken, and what was done to it. */
export interface HostileFile {
  readonly name: string
  readonly buffer: Buffer
}

type Random = () => number

const WIDTH = 96
const HEIGHT = 64

/** A small photograph, so that it is the lie that costs time. */
function photograph(): Sharp {
  const data = Buffer.alloc(WIDTH * HEIGHT * 3)
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) data.set([x * 2, y * 3, (x * y) % 251], (y * WIDTH + x) * 3)
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
}

/** Whole files of every format that is taken in, as they are before anything is done to them. */
async function wholeFiles(): Promise<ReadonlyMap<string, Buffer>> {
  const made = {
    'plain.jpg': photograph().jpeg(),
    'progressive.jpg': photograph().jpeg({ progressive: true }),
    'grey.jpg': photograph().greyscale().jpeg(),
    'inks.jpg': photograph().toColourspace('cmyk').jpeg(),
    'turned.jpg': photograph().jpeg().withMetadata({ orientation: 6 }).withIccProfile('p3'),
    'plain.png': photograph().png(),
    'palette.png': photograph().png({ palette: true }),
    'deep.png': photograph().toColourspace('rgb16').png(),
    'interlaced.png': photograph().png({ progressive: true }),
    'lossy.webp': photograph().webp(),
    'exact.webp': photograph().webp({ lossless: true }),
    'clear.webp': photograph().ensureAlpha(0.5).webp(),
    'plain.avif': photograph().avif({ effort: 0 }),
    'plain.tif': photograph().tiff({ compression: 'none' }),
    'packed.tif': photograph().tiff({ compression: 'lzw' }),
  }
  const all = Object.entries(made).map(
    async ([name, picture]) => [name, await picture.toBuffer()] as const,
  )
  return new Map(await Promise.all(all))
}

/** A whole number below another. */
const below = (most: number, random: Random): number => Math.floor(random() * most)

/** What can be done to a file; each is another way for it to be wrong. */
const HARMS: Readonly<Record<string, (whole: Buffer, random: Random) => Buffer>> = {
  'cut short': (whole, random) => whole.subarray(0, below(whole.length, random)),
  'bits flipped': (whole, random) => {
    const made = Buffer.from(whole)
    for (let k = 1 + below(12, random); k > 0; k--)
      made[below(made.length, random)]! ^= 1 << below(8, random)
    return made
  },
  'head flipped': (whole, random) => {
    const made = Buffer.from(whole)
    for (let k = 1 + below(6, random); k > 0; k--)
      made[below(Math.min(120, made.length), random)] = below(256, random)
    return made
  },
  'part emptied': (whole, random) => {
    const made = Buffer.from(whole)
    const from = below(made.length, random)
    return made.fill(0, from, from + below(made.length - from, random) + 1)
  },
  'part doubled': (whole, random) => {
    const from = below(whole.length, random)
    const part = whole.subarray(from, from + below(400, random) + 1)
    return Buffer.concat([whole.subarray(0, from), part, part, whole.subarray(from)])
  },
  'part gone': (whole, random) => {
    const from = below(whole.length, random)
    return Buffer.concat([whole.subarray(0, from), whole.subarray(from + below(200, random) + 1)])
  },
  'sides that lie': (whole, random) => sidesReplaced(whole, SIDES[below(SIDES.length, random)]!),
  'lengths that lie': (whole, random) => {
    const made = Buffer.from(whole)
    const at = below(Math.max(1, Math.min(made.length - 4, 2000)), random)
    made.writeUInt32BE([0, 1, 0x7fffffff, 0xffffffff][below(4, random)]!, at)
    return made
  },
  'something behind it': (whole, random) =>
    Buffer.concat([whole, Buffer.from(Array.from({ length: 500 }, () => below(256, random)))]),
  'twice in one': (whole) => Buffer.concat([whole, whole]),
  'a head alone': (whole, random) => {
    const made = Buffer.from(Array.from({ length: 3000 }, () => below(256, random)))
    whole.copy(made, 0, 0, 4 + below(40, random))
    return made
  },
  'a page under its name': () => Buffer.from('<html><script>alert(1)</script></html>'),
}

/** Sides that take gigabytes, that overflow, that are none. */
const SIDES = [0, 1, 30_000, 65_535, 0x7fffffff] as const

/** Every place that holds the picture's width or height as two or four bytes says another number. */
function sidesReplaced(whole: Buffer, side: number): Buffer {
  const made = Buffer.from(whole)
  for (let at = 0; at + 4 <= Math.min(made.length, 600); at++)
    for (const known of [WIDTH, HEIGHT]) {
      if (made.readUInt32BE(at) === known) made.writeUInt32BE(side, at)
      else if (made.readUInt32LE(at) === known) made.writeUInt32LE(side, at)
      else if (made.readUInt16BE(at) === known) made.writeUInt16BE(side & 0xffff, at)
    }
  return made
}

const ENDINGS = ['jpg', 'png', 'webp', 'tif', 'avif', 'heic', 'JPEG', 'gif']
/** Names that programs have stumbled over. */
const NAMES = ['пример', '写真', 'a b', "it's", '%zz', '#1', '🦊', 'con', 'a..b', 'e\u0301']

/**
 * So many hostile files, the same every time. Each has a name of its own; one in eight has an ending that isn’t its
 * format’s.
 */
export async function hostileFiles(count: number, seed: number): Promise<HostileFile[]> {
  const random = seededRandom(seed)
  const whole = [...(await wholeFiles())]
  const harms = Object.entries(HARMS)
  return Array.from({ length: count }, (_, k) => {
    const [name, buffer] = whole[k % whole.length]!
    const [harm, does] = harms[Math.floor(k / whole.length) % harms.length]!
    const ending =
      random() < 1 / 8 ? ENDINGS[below(ENDINGS.length, random)]! : name.split('.').at(-1)!
    const odd = random() < 1 / 8 ? `${NAMES[below(NAMES.length, random)]!} ` : ''
    return {
      name: `${odd}${k} ${harm} ${name.split('.')[0]!}.${ending}`,
      buffer: does(buffer, random),
    }
  })
}
