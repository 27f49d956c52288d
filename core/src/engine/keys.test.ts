import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { BriefSteps, placementsOf, planShot, renditionKey, stepKey, Touches } from '../brief'
import { srgbRaster, type SrgbRgba8 } from '../raster'
import { photographSource } from '../source'
import { bare, formatCube, sampleCube, STEPS } from '../steps'
import { cut } from '../steps/cut'
import { keptFor, playedContext, playedNetworks, recordingCodec, scene } from './scene.testing'
import { coarseEdge } from '../networks/edge.testing'
import { placeFinder } from '../networks/finder.testing'
import { CHANGES, place, SHOWS_NOT } from './keyChanges.testing'
import { ABOUT, FONTS, MARK_WORKS, tellingTypesetter } from './markChanges.testing'
import { renderShot } from './renderShot'

const HASH = 'a'.repeat(64)
// It leans a little, so that there is something to straighten.
const { original, matte } = scene(0.04)
/** Paper with a fall-off, so that evening out the backdrop has something to do. */
for (let y = 0, p = 0; y < 200; y++)
  for (let x = 0; x < 200; x++, p += 4)
    if (original.data[p + 1]! > 100)
      for (let c = 0; c < 3; c++) original.data[p + c]! -= Math.round(y / 8)
/** Dirt on the product: a grain, one that is hardly seen, and a stroke that may be print. */
for (const [x, y, width, height, value] of [
  [80, 80, 3, 3, 250],
  [66, 134, 2, 2, 36],
  [120, 90, 3, 12, 250],
] as const)
  for (let row = y; row < y + height; row++)
    for (let column = x; column < x + width; column++)
      original.data.set([Math.max(value, 196), value, value, 255], (row * 200 + column) * 4)
const source = photographSource(original)
// A loose piece beside the product, for Cut to leave out.
for (let y = 44; y < 47; y++) matte.alphas[0].plane.data.fill(255, y * 200 + 44, y * 200 + 47)

const cubes = new Map(
  [0.2, 0.6].map((grey, i) => [
    String(i).repeat(64),
    new TextEncoder().encode(formatCube(sampleCube('t', 2, (data) => data.fill(grey)))),
  ]),
)

/** Grounds by the one byte of their files: stripes of two widths. */
const stripes = (wide: number): SrgbRgba8 => {
  const picture = srgbRaster({ width: 64, height: 24 })
  for (let i = 0; i < 64 * 24; i++)
    picture.data.set(((i % 64) / wide) & 1 ? [60, 90, 120, 255] : [200, 180, 160, 255], i * 4)
  return picture
}
const grounds = new Map(
  [2, 3].map((digit) => [String(digit).repeat(64), Uint8Array.of(digit * 3)] as const),
)

/** Everything that makes the first rendition of some settings what it is: pixels, and how they are encoded. */
async function fileOf(
  settings: object,
  touches: object = {},
): Promise<{ key: string; file: string }> {
  const steps = BriefSteps.parse({ finish: { placements: [place()] }, ...settings })
  const plan = planShot(HASH, steps, Touches.parse(touches), ABOUT)
  const recording = recordingCodec()
  const codec = {
    ...recording,
    // A file that was made is as it was drawn; any other is a ground.
    decode: ([wide = 1]: Uint8Array) =>
      Promise.resolve(wide === 0xff ? recording.encoded.at(-1)!.picture : stripes(wide)),
  }
  const context = playedContext({
    codec,
    mattes: keptFor(plan, matte),
    asset: (hash) =>
      Promise.resolve(cubes.get(hash) ?? grounds.get(hash) ?? FONTS.get(hash) ?? null),
    typesetter: () => Promise.resolve(tellingTypesetter()),
    network: playedNetworks({
      finder: placeFinder(() => 0.01),
      edge: coarseEdge,
      enlarger2: (planes) => Promise.resolve(new Float32Array(planes.length * 4).fill(0.5)),
    }),
  })
  const [made] = (await renderShot(source, plan, context)).renditions
  const last = codec.encoded.find(({ quality }) => quality === made!.qualityPct)!
  const head = [...made!.bytes.subarray(0, 24)]
  // What is found of marks is made anew with them.
  const found = made!.findings.filter(({ code }) => code.startsWith('mark'))
  const pixels = [...last.picture.data]
  const file = JSON.stringify([last.format, made!.qualityPct, head, pixels, found])
  return { key: renditionKey(plan, placementsOf(plan)[0]!), file }
}

/** The paths of all fields of a schema, those of every kind of a union among them. */
function leaves(schema: z.core.$ZodType, path: string): string[] {
  const inner = bare(schema)
  if (inner instanceof z.ZodObject)
    return Object.entries(inner.shape).flatMap(([field, value]) =>
      leaves(value as z.core.$ZodType, `${path}.${field}`),
    )
  if (inner instanceof z.ZodArray) return leaves(inner.element, path)
  if (inner instanceof z.ZodNullable) return leaves(inner.unwrap(), path)
  if (inner instanceof z.ZodUnion) return inner.options.flatMap((option) => leaves(option, path))
  return [path]
}

test('every field of every step is tried', () => {
  const fields = new Set(STEPS.flatMap(({ id, settings }) => leaves(settings, id)))
  expect([...fields].sort()).toEqual(Object.keys(CHANGES).sort())
})

describe('the key changes if and only if the file does', () => {
  test.each(Object.entries(CHANGES))('%s', async (field, [before, after]) => {
    const one = await fileOf(before!)
    const other = await fileOf(after!)
    const shows = !SHOWS_NOT.includes(field)
    expect(one.file !== other.file, 'the file changes').toBe(shows)
    expect(one.key !== other.key, 'the key changes').toBe(shows)
  })
})

/** What a shot has of its own in each step, one of every kind that there is. */
const STROKE = { hidden: false, points: [[0.5, 0.5]], radius: 0.06, hardness: 0.5 }
const inTurn = (all: Readonly<Record<string, object>>): Record<string, object> =>
  Object.fromEntries(
    Object.entries(all).map(([kind, one], i) => [kind, { kind, turn: i + 1, ...one }]),
  )
const square = [
  [0.3, 0.3],
  [0.36, 0.3],
  [0.36, 0.36],
]
const node = (x: number, y: number) => ({ at: [x, y], in: [x, y], out: [x, y] })
const OWN: Readonly<Record<string, Readonly<Record<string, object>>>> = {
  'tidy.works': inTurn({
    mend: STROKE,
    borrow: {
      hidden: false,
      outline: square,
      to: [0.6, 0.6],
      turnDeg: 20,
      mirrored: false,
      scale: 1.2,
      soft: 0.5,
      matched: true,
      mask: [{ points: [[0.6, 0.6]], radius: 0.02, hardness: 1, says: 'out' }],
    },
    calm: { ...STROKE, strength: 0.5 },
    tone: { ...STROKE, strength: 0.5, band: 0.02 },
    grain: { ...STROKE, band: 0.02 },
    sweep: { ...STROKE, points: [[0.1, 0.1]], strength: 0.5 },
    blur: { ...STROKE, strength: 0.5 },
  }),
  'tidy.refused': { a: [0.41, 0.41] },
  'tidy.accepted': { a: [0.605, 0.48] },
  'cut.repairs': inTurn({
    keep: STROKE,
    drop: { ...STROKE, points: [[0.2, 0.2]] },
    paint: { ...STROKE, points: [[0.2, 0.5]] },
    erase: STROKE,
    seeThrough: { ...STROKE, points: [[0.25, 0.5]] },
    box: { hidden: false, from: [0.2, 0.2], to: [0.8, 0.8] },
    flip: { hidden: false, at: [0.5, 0.5] },
    edge: { ...STROKE, points: [[0.25, 0.5]], shift: 0.01, soften: 0.005 },
    path: { hidden: false, outlines: [[node(0.3, 0.3), node(0.7, 0.3), node(0.7, 0.7)]] },
  }),
  'frame.perPlacement': { page: { fillPct: 60 } },
  'mark.works': MARK_WORKS,
  'mark.perPlacement': { page: { drawn: false } },
}

/** Every way to change one thing in plain data: a number a little, a word to another that its place allows. */
function* changedOnce(value: unknown, path: readonly string[] = []): Generator<[string, unknown]> {
  if (typeof value === 'number') yield [path.join('.'), value * 0.9 + 0.01]
  else if (typeof value === 'boolean') yield [path.join('.'), !value]
  else if (value === 'out') yield [path.join('.'), 'in']
  else if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value))
      for (const [where, changed] of changedOnce(inner, [...path, key])) {
        const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as Record<
          string,
          unknown
        >
        copy[key] = changed
        yield [where, copy]
      }
}

/** The kinds that a record of a shot's own holds; none where it holds one sort of thing. */
function kindsIn(schema: z.core.$ZodType): string[] {
  const record = bare(schema)
  const union = record instanceof z.ZodRecord ? record.valueType : null
  if (!(union instanceof z.ZodUnion)) return []
  return (union.options as z.ZodObject[]).map(({ shape }) =>
    String((shape.kind as z.ZodLiteral).value),
  )
}

test('everything that a shot has of its own is tried, kind by kind', () => {
  const fields = STEPS.flatMap(({ id, own }) =>
    Object.entries(own.shape as Record<string, z.core.$ZodType>).map(
      ([field, schema]) => [`${id}.${field}`, kindsIn(schema)] as const,
    ),
  )
  expect(fields.map(([field]) => field).sort()).toEqual(Object.keys(OWN).sort())
  for (const [field, kinds] of fields)
    if (kinds.length > 0) expect(Object.keys(OWN[field]!).sort(), field).toEqual(kinds.sort())
})

describe('whatever a shot has of its own, the key changes when the file does', () => {
  const settings = {
    tidy: { specks: 'firm', cleanAt: 'photograph' },
    ground: { behind: { kind: 'original' } },
    frame: { fillPct: 70 },
    mark: { marks: [{ kind: 'label', id: 'a', text: 'Mug' }] },
    finish: { placements: [place({ longSidePx: 120, limitBytes: null })] },
  }
  test.each(Object.entries(OWN))('%s', async (field, all) => {
    const [step, name] = field.split('.') as [string, string]
    const made = (own: unknown) => fileOf(settings, { [step]: { [name]: own } })
    const bare = await made({})
    let differing = 0
    for (const [id, one] of Object.entries(all)) {
      const before = await made({ [id]: one })
      if (before.file !== bare.file) {
        differing++
        expect(before.key, id).not.toBe(bare.key)
      }
      for (const [where, changed] of changedOnce(one)) {
        const after = await made({ [id]: changed })
        if (after.file !== before.file) expect(after.key, `${id}.${where}`).not.toBe(before.key)
      }
    }
    expect(differing).toBeGreaterThan(0)
  })
})

describe('keys', () => {
  const plan = (settings: object) => planShot(HASH, BriefSteps.parse(settings))
  const key = (settings: object) => {
    const made = plan(settings)
    return renditionKey(made, placementsOf(made)[0]!)
  }

  test('hold no trace of what is at rest', () => {
    const rest = { light: { exposureEv: 0, curve: [] }, frame: { ratio: { width: 1, height: 1 } } }
    expect(key(rest)).toBe(key({}))
    expect(key({})).not.toMatch(/ground/)
    // Of a step at rest no more than the number of its engine, once that is not the first.
    expect(key({})).toContain('"frame":{"engine":2,"part":null}')
    expect(key({})).toContain('"cut":{"engine":10,"part":{}}')
  })

  test('are of the photograph', () => {
    const steps = BriefSteps.parse({})
    const [page] = steps.finish.placements
    const other = planShot('b'.repeat(64), steps)
    expect(renditionKey(other, page!)).not.toBe(renditionKey(plan({}), page!))
  })

  test('of a matte are of the photograph and the settings of Cut alone', () => {
    const rest = stepKey(plan({}), cut)
    expect(stepKey(plan({ light: { exposureEv: 1 }, frame: { fillPct: 50 } }), cut)).toBe(rest)
    expect(stepKey(plan({ cut: { method: 'off' } }), cut)).not.toBe(rest)
    expect(stepKey(planShot('b'.repeat(64), BriefSteps.parse({})), cut)).not.toBe(rest)
  })

  test('do not depend on the order in which settings were written', () => {
    expect(key({ light: { warmth: 5, tint: 3 } })).toBe(key({ light: { tint: 3, warmth: 5 } }))
  })

  test('of one placement are of how the shot is framed for it alone', () => {
    const steps = BriefSteps.parse({})
    const [page, card] = steps.finish.placements
    const own = Touches.parse({ frame: { perPlacement: { page: { fillPct: 60 } } } })
    const [rest, made] = [planShot(HASH, steps), planShot(HASH, steps, own)]
    expect(renditionKey(made, card!)).toBe(renditionKey(rest, card!))
    expect(renditionKey(made, page!)).not.toBe(renditionKey(rest, page!))
    const forAll = planShot(HASH, steps, Touches.parse({ frame: { fillPct: 60 } }))
    expect(renditionKey(made, page!)).toBe(renditionKey(forAll, page!))
  })

  test('are of the repairs that are done, not of what they are called', () => {
    const touchesOf = (repairs: object) => Touches.parse({ cut: { repairs } })
    const keyOf = (repairs: object): string => {
      const made = planShot(HASH, BriefSteps.parse({}), touchesOf(repairs))
      return renditionKey(made, placementsOf(made)[0]!)
    }
    const dot = { kind: 'paint', turn: 1, points: [[0.5, 0.5]], radius: 0.1, hardness: 1 }
    const none = { ...dot, kind: 'erase', turn: 2 }
    expect(keyOf({ a: dot })).not.toBe(keyOf({}))
    expect(keyOf({ a: dot })).toBe(keyOf({ b: { ...dot, turn: 7 } }))
    expect(keyOf({ a: dot })).not.toBe(keyOf({ a: { ...dot, radius: 0.2 } }))
    expect(keyOf({ a: { ...dot, hidden: true } })).toBe(keyOf({}))
    expect(keyOf({ a: dot, b: none })).not.toBe(keyOf({ a: { ...dot, turn: 3 }, b: none }))
    const made = planShot(HASH, BriefSteps.parse({}), touchesOf({ a: dot }))
    expect(stepKey(made, cut)).toBe(stepKey(plan({}), cut))
  })
})
