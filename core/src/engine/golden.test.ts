import { createHash } from 'node:crypto'
import { readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, test } from 'vitest'
import { BriefSteps, planShot } from '../brief'
import { coarseEdge } from '../networks/edge.testing'
import { toneFinder } from '../networks/finder.testing'
import { srgbRaster } from '../raster'
import { seededRandom } from '../raster/seeded.testing'
import { photographSource } from '../source'
import { formatCube, sampleCube, STEPS } from '../steps'
import { playedContext, playedNetworks, recordingCodec } from './scene.testing'
import { renderShot } from './renderShot'

// Each step's pixels on a small made photograph, as a digest beside the step's engine number. Pixels
// that change under the same number would leave finished files looking up to date that are not: bump
// `engine` in the step's index.ts, then write the digests anew with GOLDEN=write.

const FILE = fileURLToPath(new URL('../../fixtures/golden.json', import.meta.url))
const HASH = 'c'.repeat(64)

/** A shaded ball of glaze with a hole on warm paper with a vignette, a cast shadow and grain. */
function photograph() {
  const random = seededRandom(33)
  const size = { width: 320, height: 240 }
  const picture = srgbRaster(size)
  for (let y = 0, p = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, p += 4) {
      const u = (x - 150) / 70
      const v = (y - 115) / 70
      const r = Math.hypot(u, v)
      const fall = 1 - 0.08 * (((x - 160) / 160) ** 2 + ((y - 120) / 120) ** 2)
      const shadow = 1 - 0.5 * Math.exp(-(((x - 190) / 60) ** 2) - ((y - 190) / 14) ** 2)
      const grain = (random() - 0.5) * 6
      const shade = 0.5 + 0.5 * Math.sqrt(Math.max(0, 1 - r * r)) - 0.2 * u
      const colour =
        r < 1 && r > 0.35
          ? [60 + 120 * shade, 40 + 70 * shade, 30 + 50 * shade]
          : [226 * fall * shadow, 214 * fall * shadow, 190 * fall * shadow]
      picture.data.set([...colour.map((value) => value + grain), 255], p)
    }
  // Dust, on the ball and beside it.
  for (const [x, y] of [
    [190, 90],
    [40, 40],
  ] as const)
    for (let i = 0; i < 9; i++)
      picture.data.set([20, 20, 24, 255], ((y + Math.floor(i / 3)) * size.width + x + (i % 3)) * 4)
  return picture
}

/** A finder that sees the ball roughly, its hole filled. */
const finder = toneFinder(0.6)

const page = (change: object = {}) => ({
  placements: [{ id: 'page', name: 'page', longSidePx: 150, format: 'webp', ...change }],
})
const off = { cut: { method: 'off' }, ground: { behind: { kind: 'original' } } }
const cube = formatCube(
  sampleCube('t', 5, (data) => {
    for (let p = 0; p < data.length; p += 4) data[p + 2]! *= 0.8
  }),
)

/** What each step is tried with: settings that put every part of it to work. */
const CASES: Readonly<Record<(typeof STEPS)[number]['id'], readonly object[]>> = {
  light: [
    off,
    {
      ...off,
      light: {
        exposureEv: 0.3,
        autoTone: true,
        contrast: 20,
        shadows: 15,
        highlights: -20,
        curve: [{ x: 40, y: 48 }],
        warmth: 12,
        tint: -6,
        saturation: 8,
        vibrance: 30,
        flattenPct: 70,
        even: { ev: 0.1, mid: 0.05, pivot: 0.8 },
      },
    },
    { ...off, light: { look: { from: 'own', id: 'harbour', strengthPct: 70 } } },
    {
      ...off,
      light: { look: { from: 'cube', hash: 'f'.repeat(64), name: 't', strengthPct: 80 } },
    },
  ],
  tidy: [
    { ...off, tidy: { specks: 'firm', cleanAt: 'photograph' } },
    { ground: { behind: { kind: 'original' } }, tidy: { sweepPct: 80, blurPct: 30 } },
  ],
  cut: [
    { ground: { behind: { kind: 'transparent' } } },
    {
      ground: { behind: { kind: 'transparent' } },
      cut: { edgeShift: -2, edgeSoften: 1, edgeTightenPct: 30, fringePct: 50, speck: 10 },
    },
  ],
  ground: [
    { ground: { behind: { kind: 'colour', colour: '#336699' } } },
    { ground: { behind: { kind: 'original' } } },
  ],
  frame: [
    { frame: { ratio: { width: 3, height: 4 }, fillPct: 62, enlarge: true } },
    { ...off, frame: { ratio: { width: 2, height: 1 } } },
  ],
  // Its pixels come from a host's typesetter, and are watched there.
  mark: [],
  // The last one is averaged in blocks before it is filtered.
  finish: [{ finish: page({ longSidePx: 47 }) }, { ...off, finish: page({ longSidePx: 40 }) }],
}

/** What one case makes of the photograph; worked out once. */
async function digestOf(settings: object): Promise<string> {
  const known = digests.get(settings)
  if (known) return known
  const codec = recordingCodec()
  const plan = planShot(HASH, BriefSteps.parse({ finish: page(), ...settings }))
  const context = playedContext({
    codec,
    network: playedNetworks({ finder, edge: coarseEdge }),
    asset: () => Promise.resolve(new TextEncoder().encode(cube)),
  })
  await renderShot(photographSource(photograph()), plan, context)
  const hash = createHash('sha256')
  for (const { picture } of codec.encoded) hash.update(picture.data)
  const digest = hash.digest('hex')
  digests.set(settings, digest)
  return digest
}

const digests = new Map<object, string>()

async function digestOfAll(cases: readonly object[]): Promise<string> {
  const hash = createHash('sha256')
  for (const settings of cases) hash.update(await digestOf(settings))
  return hash.digest('hex')
}

type Golden = Record<string, { engine: number; digest: string }>

test('there is something for every step to do: a product is cut, and every case makes other pixels', async () => {
  const cases = Object.values(CASES).flat()
  const found = new Set<string>()
  for (const settings of cases) found.add(await digestOf(settings))
  // A photograph that is left as it is stands first under Light.
  expect(found.size).toBe(cases.length)
})

test('every step makes the pixels that its engine number stands for', async () => {
  const found: Golden = {}
  for (const { id, engine } of STEPS) found[id] = { engine, digest: await digestOfAll(CASES[id]) }
  const kept = JSON.parse(readFileSync(FILE, 'utf8')) as Golden
  // Each digest is of whole pictures, which any other step has had its hand in.
  const isSame = Object.entries(found).every(([id, { engine }]) => kept[id]?.engine === engine)
  for (const [id, { digest }] of Object.entries(found))
    if (isSame)
      expect(digest, `${id} makes other pixels under the same engine number`).toBe(kept[id]?.digest)
  if (process.env.GOLDEN === 'write') writeFileSync(FILE, `${JSON.stringify(found, null, 2)}\n`)
  else expect(found, 'the digests are out of date: write them with GOLDEN=write').toEqual(kept)
})
