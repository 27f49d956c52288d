import sharp from 'sharp'
import {
  components,
  planeU8,
  srgbRaster,
  type PlaneU8,
  type SrgbRgba8,
} from '@cloudbank/core/raster'
import { photographSource } from '@cloudbank/core/source'
import { findSpecks, type Speck, type Strength } from '@cloudbank/core/specks'
import type { WorkerPool } from '@cloudbank/hosts/pool'
import type { ShootFolder } from '../shootFolder'
import { groupMeans, type Compared, type Scorecard } from './scorecard'

export type PrintMeasures = {
  /** Share of the letters, figures and scale marks that are touched without being asked about. */
  lettersChanged: number
  /** Share of the specks beside them that are cleaned, or at least asked about. */
  specksFound: number
  /** Marks that are asked about. */
  asked: number
}

const PICTURES = 40
const SIZE = { width: 1200, height: 900 } as const
const SPECKS = 12
/** Ink from here on belongs to a letter. */
const INK = 100
const SEED = 5
const WORDS = [
  'INSTAMATIC 133',
  '1:2.8/50',
  'MADE IN LAKESIDE',
  'No. 7',
  '0 1 2 3 4 5 6 7 8 9 10',
  'IT',
  'i',
  'Hand wash only, do not bleach.',
  '350 ml',
  '|  .  |  .  |  .  |  .  |',
  'OTTERMERE',
  'AB-1',
  'l:l',
  '+ -',
  '12 Oz. e 355 ml',
  'WOOL 80% NYLON 20%',
] as const
const FONTS = ['DejaVu Sans', 'DejaVu Serif', 'DejaVu Sans Mono', 'DejaVu Sans Condensed'] as const
const SIZES_PX = [10, 13, 17, 22, 30, 44] as const

/** A picture with print and specks on a grained surface, and where they are. */
interface Printed {
  readonly picture: SrgbRgba8
  readonly ink: PlaneU8
  readonly specks: readonly { readonly x: number; readonly y: number }[]
}

/** What dirt cleaning would do to lettering: on drawn pictures, with nothing of the folder's. The peer asks nothing. */
export async function scorePrint(
  _folder: ShootFolder,
  _pool: WorkerPool,
  tell: (line: string) => void,
): Promise<Scorecard<PrintMeasures>> {
  const random = randomFrom(SEED)
  const shots: (Compared<PrintMeasures> & { file: string; strength: Strength })[] = []
  for (let n = 0; n < PICTURES; n++) {
    const printed = await drawn(random)
    const source = photographSource(printed.picture)
    for (const strength of ['gentle', 'firm'] as const) {
      const marks = findSpecks(source, strength)
      const left = marks.filter(({ mayBePrint }) => !mayBePrint)
      const found = foundShare(marks, printed.specks)
      const own = {
        lettersChanged: changedShare(left, printed.ink),
        specksFound: found,
        asked: marks.length - left.length,
      }
      const peer = {
        lettersChanged: changedShare(marks, printed.ink),
        specksFound: found,
        asked: 0,
      }
      shots.push({ file: `drawn ${n + 1}`, strength, own, peer })
    }
    tell(`drawn ${n + 1} of ${PICTURES}`)
  }
  const of = (strength: Strength) => groupMeans(shots.filter((shot) => shot.strength === strength))
  const { mean, peer } = groupMeans(shots)
  return {
    kind: 'print',
    set: `${PICTURES} drawn pictures, seed ${SEED}`,
    mean,
    peer: { name: 'the same, asking nothing', mean: peer },
    groups: { gentle: of('gentle'), firm: of('firm') },
    shots: shots.map(({ file, own, peer: plain }) => ({ file, ...own, peer: plain })),
  }
}

/** Numbers from 0 to 1 (Park & Miller 1988, Random number generators: good ones are hard to find). */
function randomFrom(seed: number): () => number {
  let state = seed
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

async function drawn(random: () => number): Promise<Printed> {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const isDark = random() < 0.6
  const base = isDark ? 150 + random() * 90 : 25 + random() * 70
  const towards = isDark ? -1 : 1
  const ink = greyish(base + towards * (25 + random() * 120), random)
  const dust = greyish(base + towards * (20 + random() * 60), random)
  const lines = Array.from({ length: 5 }, (_, k) => {
    const [words, size, font] = [pick(WORDS), pick(SIZES_PX), pick(FONTS)]
    const weight = pick([400, 700])
    const [x, y] = [40 + random() * 300, 120 + k * 150]
    return `<text x="${x}" y="${y}" font-family="${font}" font-size="${size}" font-weight="${weight}" xml:space="preserve">${words}</text>`
  })
  const specks = Array.from({ length: SPECKS }, () => ({
    x: 700 + random() * 460,
    y: 30 + random() * 840,
    r: 1 + random() * 3,
  }))
  const ellipses = specks.map(
    ({ x, y, r }) => `<ellipse cx="${x}" cy="${y}" rx="${r}" ry="${r * 0.8}"/>`,
  )
  const layers = [svgOf(lines, ink), svgOf(ellipses, dust)].map((input) => ({ input }))
  const composed = await sharp(surface(base, random), { raw: { ...SIZE, channels: 3 } })
    .composite(layers)
    .png()
    .toBuffer()
  const pixels = await sharp(composed).blur(0.6).ensureAlpha().raw().toBuffer()
  const mask = await sharp(svgOf(lines, '#000')).extractChannel('alpha').raw().toBuffer()
  return {
    picture: srgbRaster(SIZE, new Uint8ClampedArray(pixels)),
    ink: planeU8(
      SIZE,
      Uint8Array.from(mask, (value) => (value > INK ? 1 : 0)),
    ),
    specks,
  }
}

const svgOf = (elements: readonly string[], fill: string): Buffer =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE.width}" height="${SIZE.height}" fill="${fill}">${elements.join('')}</svg>`,
  )

const greyish = (value: number, random: () => number): string => {
  const held = Math.max(0, Math.min(255, value))
  const [r, g, b] = [1, 0.9 + random() * 0.1, 0.85 + random() * 0.15].map((tint) =>
    Math.round(held * tint),
  )
  return `rgb(${r},${g},${b})`
}

/** A surface with grain and a fall-off, in a tint. */
function surface(base: number, random: () => number): Buffer {
  const pixels = Buffer.alloc(SIZE.width * SIZE.height * 3)
  const grain = 1 + random() * 4
  const tint = [1, 0.9 + random() * 0.1, 0.85 + random() * 0.15]
  const slope = random() * 30
  for (let i = 0; i < SIZE.width * SIZE.height; i++) {
    const noise = (random() + random() + random() - 1.5) * grain
    const light = base + slope * ((i % SIZE.width) / SIZE.width - 0.5) + noise
    for (let c = 0; c < 3; c++)
      pixels[i * 3 + c] = Math.max(0, Math.min(255, Math.round(light * tint[c]!)))
  }
  return pixels
}

/** Letters are pieces of ink; one is changed where any of it is cleaned. */
function changedShare(marks: readonly Speck[], ink: PlaneU8): number {
  const { labels, list } = components(ink, true)
  const touched = new Set<number>()
  for (const { window, mask, width } of marks)
    mask.forEach((own, i) => {
      const x = Math.round(window.x + (i % width))
      const y = Math.round(window.y + Math.floor(i / width))
      const label = own ? labels[y * ink.width + x]! : 0
      if (label > 0) touched.add(label)
    })
  return touched.size / Math.max(1, list.length)
}

const NEAR_PX = 4

const foundShare = (marks: readonly Speck[], specks: Printed['specks']): number =>
  specks.filter(({ x, y }) =>
    marks.some(
      ({ window }) =>
        x > window.x - NEAR_PX &&
        x < window.x + window.width + NEAR_PX &&
        y > window.y - NEAR_PX &&
        y < window.y + window.height + NEAR_PX,
    ),
  ).length / specks.length
