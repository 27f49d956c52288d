import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import {
  describeSteps,
  layered,
  planOf,
  renditionKey,
  settingsSchema,
  touchesSchema,
  type AnySettings,
  type AnyTouches,
} from '../brief'
import { drawView, renderShot, viewKey } from '../engine'
import { playedContext, recordingCodec, scene } from '../engine/scene.testing'
import { defineFact, found } from '../facts'
import { srgbRaster } from '../raster'
import { photographSource } from '../source'
import { defineRegistry } from './defineRegistry'
import { describeFinding, examinePhotograph, findingKinds, stepOf, wordsOf } from './findings'
import { planHem } from './hem'
import { handDone, type HandDone, type Hands } from './hands'
import { PER_PLACEMENT, perPlacement } from './perPlacement'
import { STEPS } from './registry'
import { defineStep } from './step'
import { defineView, type View } from './view'

type StampFinding = { readonly code: 'stamp-large'; readonly share01: number }

const StampSettings = z.strictObject({
  share01: z.number().min(0).max(1).default(0).describe('Side of the square.'),
  ink: z.enum(['black', 'white']).default('black'),
  picture: z.strictObject({ name: z.string(), hash: z.string() }).nullable().default(null),
})

/** How many marks a shot has. */
const MARKS = defineFact('marks', 0)

const STAMP_HANDS: Hands = {
  field: 'stickers',
  noun: 'sticker',
  title: 'Stickers',
  words: { round: 'Stuck on' },
  carried: (one) => one,
}

/** The photograph in a few pixels, and how many marks are on it. */
const PROOF: View<{ readonly sidePx: number }, { readonly marks: number }> = defineView({
  reads: () => ({ until: 'stamp', scales: false, sides: [] }),
  draw: ({ facts, draw, source }, { sidePx }) => {
    const size = { width: sidePx, height: sidePx }
    const [x, y] = [0, 0]
    const { data } = draw({ window: { x, y, ...source.size }, size }, source.size.width)
    const picture = srgbRaster(size)
    picture.data.set(data.map((v) => Math.round(v * 255)))
    return { picture, facts: { marks: facts.of(MARKS) } }
  },
})

/**
 * A step that only this test knows. It paints a square over the finished picture, in an ink or with the colour of a
 * picture, holds marks and stickers that a person set on a shot, shows a proof of itself, and finds something about a
 * photograph, a rendition and a file.
 */
const stamp = defineStep({
  id: 'stamp',
  title: 'Stamp',
  engine: 1,
  settings: StampSettings,
  own: z.strictObject({
    marks: z.array(z.strictObject({ x: z.number(), y: z.number() })).default([]),
    stickers: z
      .record(
        z.string(),
        z.strictObject({ kind: z.literal('round'), turn: z.int(), hidden: z.boolean() }),
      )
      .default({}),
    [PER_PLACEMENT]: perPlacement(StampSettings),
  }),
  controls: [
    {
      id: 'stamp',
      title: 'Stamp',
      controls: [
        { kind: 'number', field: 'share01', label: 'Share', unit: '', step: 0.01, digits: 2 },
        { kind: 'own', field: 'ink', label: 'Ink' },
        { kind: 'own', field: 'picture', label: 'Picture' },
      ],
    },
  ],
  findings: {
    'stamp-large': {
      title: 'Stamp too large',
      weight: 'look',
      remedy: 'Make it smaller.',
      figures: ({ share01 }: StampFinding) => `${share01} of the side.`,
    },
  },
  hands: STAMP_HANDS,
  views: { proof: PROOF },
  gives: [MARKS],
  describe: ({ share01 }) => (share01 === 0 ? 'no stamp' : `stamp ${share01}`),
  assets: ({ picture }) => (picture ? [{ role: 'stamp', ...picture }] : []),
  readAsset: async (bytes, decode) => {
    const { data } = await decode(bytes)
    return [data[0]! / 255, data[1]! / 255, data[2]! / 255] as const
  },
  examine: ({ measures }): StampFinding[] =>
    measures.medianL > 90 ? [{ code: 'stamp-large', share01: 1 }] : [],
  decide: ({ own: { marks } }) =>
    Promise.resolve({
      facts: [found(MARKS, marks.length)],
      passes: marks.map(({ x, y }) => ({
        layer: 'mark' as const,
        paint: ({ width, height, data }) => {
          const p = (Math.floor(y * height) * width + Math.floor(x * width)) * 4
          data.set([0, 1, 0, 1], p)
        },
      })),
    }),
  plan: (draft, { settings: { share01, ink, picture }, assets }) => {
    if (share01 === 0) return draft
    const light = ink === 'white' ? 1 : 0
    const colour = assets.get(picture?.hash ?? '') ?? [light, light, light]
    const paint: (typeof draft.passes)[number] = {
      layer: 'mark',
      paint: ({ width, height, data }) => {
        for (let y = 0; y < share01 * height; y++)
          for (let x = 0; x < share01 * width; x++) data.set([...colour, 1], (y * width + x) * 4)
      },
    }
    const findings: StampFinding[] = share01 > 0.4 ? [{ code: 'stamp-large', share01 }] : []
    return {
      ...draft,
      passes: [...draft.passes, paint],
      findings: [...draft.findings, ...findings],
    }
  },
  check: ({ bytes }): StampFinding[] => (bytes > 9000 ? [{ code: 'stamp-large', share01: 9 }] : []),
})

const HOUSE = defineRegistry([...STEPS.slice(0, -1), stamp, STEPS.at(-1)!])
const Settings = settingsSchema(HOUSE)
const Touches = touchesSchema(HOUSE)

const placement = {
  id: 'page',
  name: 'page',
  longSidePx: 100,
  format: 'webp',
  qualityPct: 70,
  changes: { stamp: { ink: 'white' } },
}
const settingsWith = (change: object): AnySettings =>
  Settings.parse({
    cut: { method: 'off' },
    light: { neutral: { from: 'photograph' } },
    finish: {
      placements: [
        { ...placement, changes: {} },
        { ...placement, id: 'pale' },
      ],
    },
    ...change,
  }) as AnySettings // of whichever steps there are

const plan = (change: object, touches: AnyTouches = {}) =>
  planOf('0'.repeat(64), settingsWith(change), touches, HOUSE)

describe('a step put into the registry, without another line changed', () => {
  test('is part of the brief, with its defaults, its ranges and its words', () => {
    expect(settingsWith({}).stamp).toEqual({ share01: 0, ink: 'black', picture: null })
    expect(Settings.safeParse({ stamp: { share01: 2 } }).success).toBe(false)
    expect(Settings.safeParse({ stamp: { size: 1 } }).success).toBe(false)
    expect(describeSteps(settingsWith({ stamp: { share01: 0.2 } }), HOUSE)).toContainEqual({
      id: 'stamp',
      title: 'Stamp',
      words: 'stamp 0.2',
    })
  })

  test('is layered by shot and by placement, and holds what a shot has of its own', () => {
    const touches = Touches.parse({ stamp: { share01: 0.3, marks: [{ x: 0.5, y: 0.5 }] } })
    const over = layered(settingsWith({}), touches as AnyTouches, HOUSE)
    expect(over.stamp).toEqual({ share01: 0.3, ink: 'black', picture: null })
    expect(Touches.safeParse({ stamp: { marks: [{ x: 1 }] } }).success).toBe(false)
  })

  test('has its part in keys, and none while it is at rest', () => {
    const [page, pale] = settingsWith({}).finish!.placements as [never, never]
    const before = renditionKey(planOf('0'.repeat(64), settingsWith({}), {}, STEPS), page, STEPS)
    expect(renditionKey(plan({}), page, HOUSE)).toBe(before)
    const stamped = plan({ stamp: { share01: 0.2 } })
    expect(renditionKey(stamped, page, HOUSE)).not.toBe(before)
    expect(renditionKey(stamped, pale, HOUSE)).not.toBe(renditionKey(stamped, page, HOUSE))
    const marked = plan({}, { stamp: { marks: [{ x: 0.5, y: 0.5 }] } })
    expect(renditionKey(marked, page, HOUSE)).not.toBe(before)
  })

  test('paints its renditions, each as it asks, and finds what it finds', async () => {
    const codec = recordingCodec()
    const source = photographSource(scene().original)
    const marks = [{ x: 0.95, y: 0.95 }]
    const { renditions } = await renderShot(
      source,
      plan({ stamp: { share01: 0.5 } }, { stamp: { marks } }),
      playedContext({ codec }),
      undefined,
      HOUSE,
    )
    const corner = codec.encoded.map(({ picture }) => [...picture.data.subarray(0, 4)])
    expect(corner).toEqual([
      [0, 0, 0, 255],
      [255, 255, 255, 255],
    ])
    const at = (95 * 100 + 95) * 4
    expect([...codec.encoded[0]!.picture.data.subarray(at, at + 4)]).toEqual([0, 255, 0, 255])
    expect(renditions[0]!.findings).toEqual([{ code: 'stamp-large', share01: 0.5 }])
  })

  test('names its picture in the plan; it is read once and painted, and is an error while it is missing', async () => {
    const picture = { name: 'Mark', hash: 'e'.repeat(64) }
    const marked = plan({ stamp: { share01: 0.5, picture } })
    expect(marked.assets).toEqual([{ role: 'stamp', ...picture }])
    const bytes = new Uint8Array([1])
    let reads = 0
    const codec = {
      ...recordingCodec(),
      decode: () => {
        reads++
        const red = srgbRaster({ width: 1, height: 1 })
        red.data.set([255, 0, 0, 255])
        return Promise.resolve(red)
      },
    }
    const context = playedContext({ codec, asset: () => Promise.resolve(bytes) })
    const source = photographSource(scene().original)
    await renderShot(source, marked, context, undefined, HOUSE)
    await renderShot(source, marked, context, undefined, HOUSE)
    expect(reads).toBe(1)
    expect([...codec.encoded[0]!.picture.data.subarray(0, 4)]).toEqual([255, 0, 0, 255])
    const without = renderShot(source, marked, playedContext(), undefined, HOUSE)
    await expect(without).rejects.toThrow('“Mark” is missing')
  })

  test('is set on one shot for one placement alone, which changes that rendition and its key', async () => {
    const touches = Touches.parse({ stamp: { perPlacement: { page: { ink: 'white' } } } })
    const all = plan({ stamp: { share01: 0.5 } })
    const one = plan({ stamp: { share01: 0.5 } }, touches as AnyTouches)
    const [page, pale] = settingsWith({}).finish!.placements as [never, never]
    expect(renditionKey(one, page, HOUSE)).not.toBe(renditionKey(all, page, HOUSE))
    expect(renditionKey(one, pale, HOUSE)).toBe(renditionKey(all, pale, HOUSE))
    const codec = recordingCodec()
    const finish = { placements: ['page', 'pale'].map((id) => ({ ...placement, id, changes: {} })) }
    const differing = plan({ stamp: { share01: 0.5 }, finish }, touches as AnyTouches)
    const source = photographSource(scene().original)
    await renderShot(source, differing, playedContext({ codec }), undefined, HOUSE)
    expect(codec.encoded.map(({ picture }) => picture.data[0])).toEqual([255, 0])
  })

  test('judges the finished file', async () => {
    const finish = { placements: [{ ...placement, changes: {}, qualityPct: 95 }] }
    const source = photographSource(scene().original)
    const { renditions } = await renderShot(
      source,
      plan({ finish }),
      playedContext(),
      undefined,
      HOUSE,
    )
    expect(renditions[0]!.findings).toEqual([{ code: 'stamp-large', share01: 9 }])
  })

  test('shows its view, under a key that holds what is seen and no more', async () => {
    const name = { step: 'stamp', view: 'proof' }
    const options = { sidePx: 20 }
    const marks = [{ x: 0.5, y: 0.5 }]
    const source = photographSource(scene().original)
    const shown = async (touches: AnyTouches) =>
      drawView(source, plan({}, touches), playedContext(), name, options, { steps: HOUSE })
    const [plain, marked] = [await shown({}), await shown({ stamp: { marks } })]
    expect([plain.facts, marked.facts]).toEqual([{ marks: 0 }, { marks: 1 }])
    const middle = (10 * 20 + 10) * 4
    expect([...marked.picture!.data.subarray(middle, middle + 3)]).toEqual([0, 255, 0])
    const keyOf = (change: object, touches: AnyTouches = {}) =>
      viewKey(plan(change, touches), name, options, HOUSE)
    expect(keyOf({}, { stamp: { marks } })).not.toBe(keyOf({}))
    const wider = { placements: [{ ...placement, changes: {}, longSidePx: 400 }] }
    expect(keyOf({ finish: wider })).toBe(keyOf({}))
  })

  test('has its handwork listed', () => {
    const sticker = { kind: 'round', turn: 0, hidden: false } satisfies HandDone
    const touches = Touches.parse({ stamp: { stickers: { a: sticker } } }) as AnyTouches
    expect(handDone(STAMP_HANDS, touches.stamp)).toEqual({ a: sticker })
    expect(handDone(STAMP_HANDS, undefined)).toEqual({})
  })

  test('has a segment in the hem that its findings change, and words for them', () => {
    const finding = { code: 'stamp-large', share01: 0.5 }
    expect(stepOf(finding, HOUSE)).toBe('stamp')
    expect(wordsOf(finding, HOUSE).title).toBe('Stamp too large')
    expect(describeFinding(finding, HOUSE)).toBe('0.5 of the side.')
    expect(findingKinds(HOUSE).has('stamp-large')).toBe(true)
    expect(findingKinds(STEPS).has('stamp-large')).toBe(false)
    const hem = planHem({ standing: 'made', findings: [finding], failed: false }, HOUSE)
    expect(hem.map(({ step }) => step)).toEqual([
      'light',
      'tidy',
      'cut',
      'ground',
      'frame',
      'mark',
      'stamp',
      'finish',
    ])
    expect(hem.find(({ step }) => step === 'stamp')).toMatchObject({
      state: 'look',
      words: 'Stamp: needs attention',
    })
  })

  test('examines photographs as they come in', () => {
    const measures = {
      medianL: 95,
      clipped01: 0,
      black01: 0,
      backdrop: {
        linear: [0.6, 0.6, 0.6],
        lightness: 82,
        share01: 1,
        cast: [0, 0],
        spreadL: 0,
      },
      product: null,
      noiseL: 0,
      tiltDegrees: null,
      specks: 0,
      fingerprint: '',
    } as const
    const facts = { type: 'jpeg', width: 100, height: 100, bytes: 100 } as const
    const surroundings = {
      ratio: { width: 1, height: 1 },
      largest: null,
      gains: null,
      ownNeutral: false,
      leavesBackdrop: false,
      inLighting: true,
      evAgainstSiblings: 0,
      duplicateOf: null,
    }
    const found = examinePhotograph({ facts, measures }, surroundings, HOUSE)
    expect(found).toContainEqual({ code: 'stamp-large', share01: 1 })
  })
})

describe('a registry refuses', () => {
  const broken = (change: Partial<typeof stamp>) => () =>
    defineRegistry([{ ...stamp, ...change } as typeof stamp])

  test('two steps of one id', () => {
    expect(() => defineRegistry([stamp, stamp])).toThrow('Step stamp: there is another of this id')
  })

  test('settings without a rest position', () => {
    const settings = StampSettings.extend({ share01: z.number() })
    expect(broken({ settings: settings as never })).toThrow('no rest position')
  })

  test('a setting without a control, or with two', () => {
    expect(broken({ controls: [] })).toThrow('share01 has no control')
    const [group] = stamp.controls
    expect(broken({ controls: [group!, group!] })).toThrow('two controls')
  })

  test('a field that is both a setting and a shot’s own', () => {
    const own = z.strictObject({ ink: z.string().default('') })
    expect(broken({ own: own as never })).toThrow('ink is both')
  })
})
