import { z } from 'zod'
import { NamePattern } from '../../names'
import { HexColour } from '../../raster'
import { PER_PLACEMENT, perPlacement } from '../perPlacement'

const Pct = z.number().min(0).max(100)
const Turn = z.number().min(-180).max(180)
const Hash = z.string().regex(/^[0-9a-f]{64}$/)
/** A place in the product's box, as shares of its sides; it may lie beside it. */
const OnProduct = z.strictObject({
  x: z.number().min(-2).max(3),
  y: z.number().min(-2).max(3),
})
export type OnProduct = z.infer<typeof OnProduct>

/** Where a mark lies. */
export const MarkPlace = z.discriminatedUnion('on', [
  /** In the frame within its margin: 0 at the left or top edge, 1 at the right or bottom one. */
  z.strictObject({
    on: z.literal('frame'),
    x: z.number().min(0).max(1),
    y: z.number().min(0).max(1),
  }),
  /** Its middle at a place of the product, which it follows into every ratio. */
  OnProduct.extend({ on: z.literal('product') }),
])
export type MarkPlace = z.infer<typeof MarkPlace>

/** A font of the user's own, by the hash of its file. */
export const OwnFont = z.strictObject({ hash: Hash, name: z.string() })

/** How text looks. Lengths without a unit of their own are shares of its size. */
export const TextLook = z.strictObject({
  /** A family that ships with the app. */
  family: z.string().default('Hanken Grotesk'),
  /** In its place. */
  ownFont: OwnFont.nullable().default(null),
  weight: z.number().int().min(100).max(900).default(600),
  italic: z.boolean().default(false),
  sizePct: z.number().min(0.5).max(60).default(4),
  sizeOf: z.enum(['frame', 'product']).default('frame'),
  trackingPct: z.number().min(-10).max(50).default(0),
  linePct: z.number().min(70).max(250).default(120),
  align: z.enum(['left', 'centre', 'right']).default('centre'),
  colour: HexColour.default('#1A1A1A'),
  outline: z
    .strictObject({ colour: HexColour, widthPct: z.number().min(0.5).max(30) })
    .nullable()
    .default(null),
  shadow: z
    .strictObject({
      colour: HexColour,
      opacityPct: Pct,
      blurPct: Pct,
      downPct: z.number().min(-50).max(50),
    })
    .nullable()
    .default(null),
  /** What becomes of text that is too long: it gets smaller down to a limit, or more lines. */
  fit: z.enum(['smaller', 'wrap']).default('smaller'),
  /** Width that it may take, in per cent of the frame’s. */
  widthPct: z.number().min(5).max(100).default(60),
  /** How small it may get, in per cent of what was asked. */
  leastPct: z.number().min(10).max(100).default(60),
})
export type TextLook = z.infer<typeof TextLook>

/** What lies under text, or is a mark by itself. */
export const Plate = z.strictObject({
  shape: z.enum(['none', 'rectangle', 'rounded', 'ellipse', 'strip']).default('none'),
  colour: HexColour.default('#FFFFFF'),
  opacityPct: Pct.default(100),
  /** Around the text, as a share of its size. */
  padPct: z.number().min(0).max(300).default(50),
  line: z
    .strictObject({ colour: HexColour, widthPct: z.number().min(0.02).max(5) })
    .nullable()
    .default(null),
})
export type Plate = z.infer<typeof Plate>

/** A file, or the photograph of the same product from an angle; and which part of it is shown. */
export const InsetPicture = z.strictObject({
  from: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('file'), hash: Hash, name: z.string() }),
    z.strictObject({ kind: z.literal('angle'), angle: z.string().min(1).max(40) }),
  ]),
  part: z
    .strictObject({
      x: z.number().min(0).max(1),
      y: z.number().min(0).max(1),
      width: z.number().min(0.01).max(1),
      height: z.number().min(0.01).max(1),
    })
    .default({ x: 0, y: 0, width: 1, height: 1 }),
})
export type InsetPicture = z.infer<typeof InsetPicture>

const Day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'a day as YYYY-MM-DD')
const Names = z.array(z.string().trim().min(1).max(130)).max(50).default([])

/** Which pictures get a mark; an empty list asks nothing. */
export const MarkRule = z.strictObject({
  cover: z.enum(['any', 'cover', 'others']).default('any'),
  /** Ids of placements, or of outlets for all of theirs. */
  placements: Names,
  types: Names,
  brands: Names,
  /** Words, one of which stands in the column `tags` of the product data. */
  tags: Names,
  /** Only where the price is lower than the old one. */
  reduced: z.boolean().default(false),
  from: Day.nullable().default(null),
  until: Day.nullable().default(null),
})
export type MarkRule = z.infer<typeof MarkRule>

const shared = {
  id: z.string().min(1).max(80),
  place: MarkPlace.default({ on: 'frame', x: 0, y: 0 }),
  turnDeg: Turn.default(0),
  opacityPct: Pct.default(100),
  /** Whether it may lie on the product. */
  overProduct: z.boolean().default(false),
  rule: MarkRule.prefault({}),
}

const Text = NamePattern.default('')

export const Mark = z.discriminatedUnion('kind', [
  /** Text, with or without a plate: a badge, a label, a price. */
  z.strictObject({
    ...shared,
    kind: z.literal('label'),
    text: Text,
    look: TextLook.prefault({}),
    plate: Plate.prefault({}),
  }),
  /** A caption, and a line to a place of the product. */
  z.strictObject({
    ...shared,
    kind: z.literal('call-out'),
    text: Text,
    look: TextLook.prefault({}),
    plate: Plate.prefault({}),
    target: OnProduct.default({ x: 0.5, y: 0.5 }),
    tip: z.enum(['line', 'arrow', 'bracket', 'ring', 'number']).default('arrow'),
    /** Width of the line, and of a tip, in per cent of the frame’s height. */
    linePct: z.number().min(0.05).max(3).default(0.3),
    tipPct: z.number().min(0.5).max(60).default(4),
    colour: HexColour.default('#1A1A1A'),
  }),
  /** A measured length, beside the product or between two of its places. */
  z.strictObject({
    ...shared,
    kind: z.literal('dimension'),
    text: Text,
    look: TextLook.prefault({ sizePct: 3 }),
    along: z
      .discriminatedUnion('kind', [
        z.strictObject({
          kind: z.literal('side'),
          side: z.enum(['left', 'right', 'top', 'bottom']),
          gapPct: z.number().min(0).max(40),
        }),
        z.strictObject({ kind: z.literal('points'), from: OnProduct, to: OnProduct }),
      ])
      .default({ kind: 'side', side: 'right', gapPct: 3 }),
    ends: z.enum(['ticks', 'arrows', 'dots']).default('ticks'),
    /** Whether its text stands upright, or runs along its line. */
    upright: z.boolean().default(true),
    linePct: z.number().min(0.05).max(3).default(0.25),
    colour: HexColour.default('#1A1A1A'),
  }),
  /** A plain shape. */
  z.strictObject({
    ...shared,
    kind: z.literal('shape'),
    plate: Plate.prefault({ shape: 'rectangle', colour: '#1A1A1A' }),
    widthPct: z.number().min(0.2).max(200).default(20),
    heightPct: z.number().min(0.2).max(200).default(10),
  }),
  /** A small picture in the picture. */
  z.strictObject({
    ...shared,
    kind: z.literal('inset'),
    picture: InsetPicture.nullable().default(null),
    shape: z.enum(['rectangle', 'rounded', 'ellipse']).default('rectangle'),
    heightPct: z.number().min(1).max(100).default(22),
    line: z
      .strictObject({ colour: HexColour, widthPct: z.number().min(0.02).max(5) })
      .nullable()
      .default({ colour: '#FFFFFF', widthPct: 0.5 }),
  }),
  /** Text or a picture over all of the picture or at one place of it; light or dark by what lies under it. */
  z.strictObject({
    ...shared,
    kind: z.literal('watermark'),
    opacityPct: Pct.default(25),
    overProduct: z.boolean().default(true),
    text: Text,
    look: TextLook.prefault({}),
    picture: InsetPicture.nullable().default(null),
    heightPct: z.number().min(1).max(100).default(10),
    tiled: z.boolean().default(false),
    /** From one to the next, in per cent of its own size. */
    gapPct: z.number().min(0).max(400).default(100),
    tone: z.enum(['auto', 'light', 'dark']).default('auto'),
  }),
])
export type Mark = z.infer<typeof Mark>
export type MarkKind = Mark['kind']
export type MarkOf<Kind extends MarkKind> = Extract<Mark, { kind: Kind }>

/** Marks that a brief, or a shot, may have. */
export const MAX_MARKS = 40

export const MarkSettings = z.strictObject({
  drawn: z.boolean().default(true).describe('Draws the marks; off, the picture stays plain.'),
  marks: z
    .array(Mark)
    .max(MAX_MARKS)
    .default([])
    .describe('Labels, call-outs, dimensions, shapes, insets and watermarks.'),
  marginPct: z
    .number()
    .min(0)
    .max(30)
    .default(4)
    .describe('Margin between marks and the frame, relative to its height.'),
  allowed: z
    .enum(['everywhere', 'not-on-covers', 'nowhere'])
    .default('everywhere')
    .describe('Which pictures may have marks at all.'),
})
export type MarkSettings = z.infer<typeof MarkSettings>

/** What is set otherwise of a mark of the brief, for one shot. */
export const MarkChange = z
  .strictObject({
    place: MarkPlace,
    turnDeg: Turn,
    text: NamePattern,
    scale: z.number().min(0.1).max(10),
    /** Of a call-out. */
    target: OnProduct,
  })
  .partial()
export type MarkChange = z.infer<typeof MarkChange>

const done = { turn: z.number(), hidden: z.boolean().default(false) }

/** What a person did to the marks of one shot. */
export const MarkWork = z.discriminatedUnion('kind', [
  z.strictObject({ ...done, kind: z.literal('added'), mark: Mark }),
  z.strictObject({
    ...done,
    kind: z.literal('changed'),
    mark: z.string(),
    /** The placement for which alone it is; null for all. */
    placement: z.string().nullable().default(null),
    change: MarkChange,
  }),
  z.strictObject({
    ...done,
    kind: z.literal('left-out'),
    mark: z.string(),
    placement: z.string().nullable().default(null),
  }),
])
export type MarkWork = z.infer<typeof MarkWork>

export const MarkOwn = z.strictObject({
  works: z.record(z.string(), MarkWork).default({}),
  [PER_PLACEMENT]: perPlacement(MarkSettings),
})
export type MarkOwn = z.infer<typeof MarkOwn>
