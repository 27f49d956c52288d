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
import { renderShot } from '../engine'
import { playedContext, recordingCodec, scene } from '../engine/scene.testing'
import { photographSource } from '../source'
import { defineRegistry } from './defineRegistry'
import { describeFinding, examinePhotograph, findingKinds, stepOf, wordsOf } from './findings'
import { planHem } from './hem'
import { STEPS } from './registry'
import { defineStep } from './step'

type StampFinding = { readonly code: 'stamp-large'; readonly share01: number }

/**
 * A step that only this test knows. It paints a square over the finished picture, holds marks that a
 * person set on a shot, and finds something about a photograph, a rendition and a file.
 */
const stamp = defineStep({
  id: 'stamp',
  title: 'Stamp',
  engine: 1,
  settings: z.strictObject({
    share01: z.number().min(0).max(1).default(0).describe('Side of the square.'),
    ink: z.enum(['black', 'white']).default('black'),
  }),
  own: z.strictObject({
    marks: z.array(z.strictObject({ x: z.number(), y: z.number() })).default([]),
  }),
  controls: [
    {
      id: 'stamp',
      title: 'Stamp',
      controls: [
        { kind: 'number', field: 'share01', label: 'Share', unit: '', step: 0.01, digits: 2 },
        { kind: 'own', field: 'ink', label: 'Ink' },
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
  describe: ({ share01 }) => (share01 === 0 ? 'no stamp' : `stamp ${share01}`),
  examine: ({ measures }): StampFinding[] =>
    measures.medianL > 90 ? [{ code: 'stamp-large', share01: 1 }] : [],
  decide: ({ own: { marks } }) =>
    Promise.resolve({
      passes: marks.map(({ x, y }) => ({
        layer: 'mark' as const,
        paint: ({ width, height, data }) => {
          const p = (Math.floor(y * height) * width + Math.floor(x * width)) * 4
          data.set([0, 1, 0, 1], p)
        },
      })),
    }),
  plan: (draft, { settings: { share01, ink } }) => {
    if (share01 === 0) return draft
    const light = ink === 'white' ? 1 : 0
    const paint: (typeof draft.passes)[number] = {
      layer: 'mark',
      paint: ({ width, height, data }) => {
        for (let y = 0; y < share01 * height; y++)
          for (let x = 0; x < share01 * width; x++)
            data.set([light, light, light, 1], (y * width + x) * 4)
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
    expect(settingsWith({}).stamp).toEqual({ share01: 0, ink: 'black' })
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
    expect(over.stamp).toEqual({ share01: 0.3, ink: 'black' })
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
    const settings = z.strictObject({ share01: z.number(), ink: z.enum(['black', 'white']) })
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
