import { createHash } from 'node:crypto'
import { describe, expect, test } from 'vitest'
import { BriefSteps, planShot } from '@cloudbank/core/brief'
import type { Codec } from '@cloudbank/core/codec'
import { renderShot } from '@cloudbank/core/engine'
import { Memory, Scratch } from '@cloudbank/core/memory'
import { LINEAR_OF_BYTE, srgbRaster, type SrgbRgba8 } from '@cloudbank/core/raster'
import { photographSource } from '@cloudbank/core/source'
import { Mark, STEPS } from '@cloudbank/core/steps'
import { createNodeTypesetter } from './nodeTypesetter'
import { nodeCodec } from './nodeCodec'

const typesetter = createNodeTypesetter()
const HASH = '0'.repeat(64)
const INSET = 'a'.repeat(64)

/** White paper, on which marks stand alone. */
const paper = srgbRaster({ width: 600, height: 600 })
paper.data.fill(255)

/** Squares of 8 by 8, for an inset. */
const board = srgbRaster({ width: 64, height: 64 })
for (let i = 0; i < 64 * 64; i++) {
  const light = (((i % 64) >> 3) + (i >> 9)) % 2 === 0
  board.data.set(light ? [240, 200, 40, 255] : [20, 60, 120, 255], i * 4)
}

const at = (x: number, y: number) => ({ place: { on: 'frame', x, y } })
const on = (x: number, y: number) => ({ place: { on: 'product', x, y } })
const SHEET = [
  {
    kind: 'label',
    text: 'Neu: Größe {colour}',
    ...at(0, 0),
    look: { colour: '#FFFFFF', weight: 700 },
    plate: { shape: 'rounded', colour: '#1A1A1A', line: { colour: '#D9820F', widthPct: 0.6 } },
  },
  {
    kind: 'label',
    text: '~~{old price}~~ {price}',
    ...at(0.5, 0.3),
    look: { sizePct: 7, family: 'Bricolage Grotesque' },
    turnDeg: 12,
  },
  {
    kind: 'label',
    text: 'Sale',
    ...at(1, 0),
    look: { colour: '#FFFFFF', weight: 800 },
    plate: { shape: 'strip', colour: '#B3261E' },
  },
  {
    kind: 'label',
    text: 'שלום وعليكم мир',
    ...at(0.1, 0.55),
    look: { sizePct: 6 },
    plate: { shape: 'ellipse', colour: '#E6E6E6' },
  },
  {
    kind: 'label',
    text: 'AVATAR',
    ...at(0.9, 0.5),
    look: {
      sizePct: 6,
      italic: true,
      colour: '#FFFFFF',
      outline: { colour: '#000000', widthPct: 6 },
      shadow: { colour: '#000000', opacityPct: 50, blurPct: 15, downPct: 8 },
    },
  },
  { kind: 'call-out', text: 'Arrow', ...at(0, 0.8), target: { x: 0.3, y: 0.7 }, tip: 'arrow' },
  {
    kind: 'call-out',
    text: 'Number',
    ...at(0.4, 1),
    target: { x: 0.5, y: 0.75 },
    tip: 'number',
    tipPct: 6,
  },
  { kind: 'call-out', text: 'Ring', ...at(0.7, 1), target: { x: 0.72, y: 0.75 }, tip: 'ring' },
  {
    kind: 'dimension',
    text: '12,5 cm',
    along: { kind: 'points', from: { x: 0.1, y: 0.2 }, to: { x: 0.4, y: 0.4 } },
    upright: false,
    ends: 'arrows',
  },
  { kind: 'shape', ...on(0.85, 0.25), turnDeg: 30, plate: { shape: 'rounded', colour: '#336699' } },
  {
    kind: 'inset',
    ...at(1, 1),
    picture: { from: { kind: 'file', hash: INSET, name: 'Board' } },
    shape: 'ellipse',
    heightPct: 18,
  },
  {
    kind: 'watermark',
    text: 'Ottermere',
    tiled: true,
    turnDeg: -30,
    gapPct: 200,
    opacityPct: 15,
  },
]

interface Drawn {
  readonly picture: SrgbRgba8
  readonly findings: readonly { readonly code: string }[]
}

/** Paper with marks on it, as it would be encoded. */
async function drawn(
  marks: readonly object[],
  longSidePx: number,
  photograph = paper,
): Promise<Drawn> {
  const steps = BriefSteps.parse({
    cut: { method: 'off' },
    light: { neutral: { from: 'photograph' } },
    ground: { behind: { kind: 'original' } },
    frame: { enlarge: true },
    mark: { marks: marks.map((mark, i) => Mark.parse({ id: String(i), ...mark })) },
    finish: { placements: [{ id: 'p', name: 'p', longSidePx, format: 'webp' }] },
  })
  const about = {
    words: { price: '24,90 €', was: '32,00 €', colour: 'Größe' },
    isCover: true,
    day: '',
    pictures: {},
  }
  let picture: SrgbRgba8 | null = null
  const codec: Codec = {
    ...nodeCodec,
    decode: () => Promise.resolve(board),
    encode: (made) => {
      picture = srgbRaster(made, made.data.slice())
      return Promise.resolve(new Uint8Array([0xff, 0xd8, 0xff, 0xdb]))
    },
  }
  const bytes = new Uint8Array([1])
  const { renditions } = await renderShot(
    photographSource(photograph),
    planShot(HASH, steps, {}, about),
    {
      codec,
      network: () => Promise.reject(new Error('nothing is cut')),
      typesetter,
      asset: () => Promise.resolve(bytes),
      mattes: new Map(),
      memory: new Memory(),
      scratch: new Scratch(),
      signal: { aborted: false },
    },
  )
  return { picture: picture!, findings: renditions[0]!.findings }
}

const digestOf = ({ picture: { data } }: Drawn): string =>
  createHash('sha256').update(data).digest('hex').slice(0, 16)

/** What the sheet of all marks comes to, by the engine number of the step. */
const GOLDEN = { engine: 1, digest: 'ed348bc5d89f248e' }

test('the sheet of all marks has the pixels that its engine number stands for', async () => {
  const { engine } = STEPS.find(({ id }) => id === 'mark')!
  expect({ engine, digest: digestOf(await drawn(SHEET, 300)) }).toEqual(GOLDEN)
})

/** Darkness of a picture in linear light, 0…255, averaged in blocks so many pixels wide. */
function averaged({ data, width, height }: SrgbRgba8, block: number): Float32Array {
  const across = width / block
  const sums = new Float32Array(across * (height / block))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const p = (y * width + x) * 4
      const light = [0, 1, 2].reduce((sum, c) => sum + LINEAR_OF_BYTE[data[p + c]!]!, 0) / 3
      const at = Math.floor(y / block) * across + Math.floor(x / block)
      sums[at]! += (255 * (1 - light)) / block / block
    }
  return sums
}

describe('marks are the same at every size', () => {
  const marks = SHEET.filter(({ kind }) => kind !== 'inset' && kind !== 'watermark')

  test('300, 1200 and 3000 pixels laid over each other: no edge is off by a pixel', async () => {
    const [small, middle, large] = [
      averaged((await drawn(marks, 300)).picture, 1),
      averaged((await drawn(marks, 1200)).picture, 4),
      averaged((await drawn(marks, 3000)).picture, 10),
    ]
    /** How far each pixel is from the nearest that the other has within a pixel of it. */
    const worst = (a: Float32Array, b: Float32Array): number => {
      let most = 0
      for (let y = 1; y < 299; y++)
        for (let x = 1; x < 299; x++) {
          const value = a[y * 300 + x]!
          let [low, high] = [Infinity, -Infinity]
          for (let dy = -1; dy <= 1; dy++)
            for (let dx = -1; dx <= 1; dx++) {
              const near = b[(y + dy) * 300 + x + dx]!
              low = Math.min(low, near)
              high = Math.max(high, near)
            }
          most = Math.max(most, low - value, value - high)
        }
      return most
    }
    // Whatever stands at a place stands within a pixel of it in the other, to a fifth of a full tone.
    for (const [a, b] of [
      [small, large],
      [large, small],
      [middle, large],
    ] as const)
      expect(worst(a, b)).toBeLessThan(48)
  })
})

describe('what is found in finished pictures', () => {
  const half = srgbRaster({ width: 600, height: 600 })
  for (let i = 0; i < 600 * 600; i++)
    half.data.set(i % 600 < 300 ? [20, 20, 20, 255] : [250, 250, 250, 255], i * 4)
  const black = (x: number, change: object = {}) => ({
    kind: 'label',
    text: 'Readable',
    ...on(x, 0.5),
    ...change,
  })
  const codesOf = async (mark: object): Promise<string[]> =>
    (await drawn([mark], 400, half)).findings.map(({ code }) => code)

  test.each([
    ['black on light', black(0.75), []],
    ['black on dark', black(0.25), ['mark-contrast']],
    ['black across both', black(0.5), ['mark-contrast']],
    ['black on a light plate on dark', black(0.25, { plate: { shape: 'rectangle' } }), []],
    [
      'black on a plate that lets the dark through',
      black(0.25, { plate: { shape: 'rectangle', opacityPct: 20 } }),
      ['mark-contrast'],
    ],
    [
      'white with a dark outline on light',
      black(0.75, {
        look: { colour: '#FFFFFF', sizePct: 8, outline: { colour: '#000000', widthPct: 20 } },
      }),
      [],
    ],
    ['beyond the frame', black(0.98), ['mark-outside']],
    ['with emoji', black(0.75, { text: 'Tent 🏕' }), ['mark-no-letters']],
  ])('%s', async (_, mark, codes) => {
    expect(await codesOf(mark)).toEqual(codes)
  })
})
