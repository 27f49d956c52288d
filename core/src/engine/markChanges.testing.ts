import { createHash } from 'node:crypto'
import type { ShotAbout } from '../names'
import { srgbRaster } from '../raster'
import { playedTypesetter } from '../typeset/played.testing'
import type { Drawn, Typesetter } from '../typeset'

/** What marks may say of the shot that keys are tried with. */
export const ABOUT: ShotAbout = {
  words: { price: '12.00', was: '9.00', type: 'Mug', brand: 'Lake', tags: 'gift' },
  isCover: true,
  day: '2026-06-01',
  pictures: {
    top: { name: 'top.jpg', hash: '2'.repeat(64) },
    side: { name: 'side.jpg', hash: '3'.repeat(64) },
  },
}

/** Fonts by the byte that sets them apart. */
export const FONTS = new Map(
  [4, 5].map((digit) => [
    String(digit).repeat(64),
    Uint8Array.of(...[...'wOF2'].map((letter) => letter.charCodeAt(0)), digit),
  ]),
)

const identityOf = (one: Drawn): unknown =>
  one.kind === 'picture' ? { ...one, picture: [...one.picture.data] } : one

/** A typesetter whose pixels are another colour for whatever else it is asked to draw. */
export const tellingTypesetter = (): Typesetter => ({
  ...playedTypesetter(),
  fontsFor: (family) => [family],
  draw: (area, scale, groups) => {
    const asked = groups.map(({ matrix, drawn }) => [matrix, drawn.map(identityOf)])
    const [r = 0, g = 0, b = 0] = createHash('sha256')
      .update(JSON.stringify([area, scale, asked]))
      .digest()
    const made = srgbRaster(area)
    for (let i = 0; i < area.width * area.height; i++) made.data.set([r, g, b, 128], i * 4)
    return made
  },
})

const LABEL = { kind: 'label', text: 'Mug', plate: { shape: 'rectangle' } }
const LONG = { ...LABEL, text: 'twenty letters or so', look: { widthPct: 20 } }
const CALL_OUT = {
  kind: 'call-out',
  text: 'Rim',
  place: { on: 'frame', x: 0, y: 1 },
  target: { x: 0.4, y: 0.6 },
}
const ALONG = { kind: 'side', side: 'right', gapPct: 3 }
const POINTS = { kind: 'points', from: { x: 0.1, y: 0.1 }, to: { x: 0.9, y: 0.4 } }
const DIMENSION = { kind: 'dimension', text: '9 cm', along: ALONG }
const BETWEEN = { ...DIMENSION, along: POINTS, upright: false }
const SHAPE = { kind: 'shape' }
const FILE = { kind: 'file', hash: '2'.repeat(64), name: 'Slate' }
const INSET = {
  kind: 'inset',
  picture: { from: FILE },
  line: { colour: '#FFFFFF', widthPct: 1 },
}
const ANGLE = { kind: 'inset', picture: { from: { kind: 'angle', angle: 'top' } } }
const WATERMARK = { kind: 'watermark', text: 'Lake' }
const OUTLINED = { ...LABEL, look: { outline: { colour: '#FFFFFF', widthPct: 5 } } }
const SHADOW = { colour: '#000000', opacityPct: 40, blurPct: 10, downPct: 5 }
const SHADOWED = { ...LABEL, look: { shadow: SHADOW } }
const LINED = { ...LABEL, plate: { ...LABEL.plate, line: { colour: '#000000', widthPct: 1 } } }
const OWN_FONT = { ...LABEL, look: { ownFont: { hash: '4'.repeat(64), name: 'Own' } } }
const RULED = { ...LABEL, rule: {} }

type Row = Readonly<Record<string, unknown>>

/** A copy of data with another value at a path of names. */
function withAt(data: Row, [name = '', ...rest]: readonly string[], value: unknown): Row {
  const inner = rest.length === 0 ? value : withAt((data[name] ?? {}) as Row, rest, value)
  return { ...data, [name]: inner }
}

/** Fields of a mark, each with a mark in which it has something to say, and another value for it. */
const FIELDS: readonly (readonly [field: string, base: Row, value: unknown])[] = [
  ['kind', SHAPE, 'watermark'],
  ['id', LABEL, 'b'],
  ['text', LABEL, 'Cup'],
  ['place.on', { ...LABEL, place: { on: 'frame', x: 0.2, y: 0.2 } }, 'product'],
  ['place.x', { ...LABEL, place: { on: 'frame', x: 0, y: 0 } }, 0.4],
  ['place.y', { ...LABEL, place: { on: 'frame', x: 0, y: 0 } }, 0.4],
  ['turnDeg', LABEL, 20],
  ['opacityPct', LABEL, 50],
  ['overProduct', { ...LABEL, place: { on: 'product', x: 0.5, y: 0.5 } }, true],
  ['rule.cover', RULED, 'others'],
  ['rule.placements', RULED, ['card']],
  ['rule.types', RULED, ['Kettle']],
  ['rule.brands', RULED, ['Otter']],
  ['rule.tags', RULED, ['sale']],
  ['rule.reduced', RULED, true],
  ['rule.from', RULED, '2026-06-02'],
  ['rule.until', RULED, '2026-05-31'],
  ['look.family', LABEL, 'Noto Sans'],
  ['look.ownFont.hash', OWN_FONT, '5'.repeat(64)],
  ['look.ownFont.name', OWN_FONT, 'Another'],
  ['look.weight', LABEL, 900],
  ['look.italic', LABEL, true],
  ['look.sizePct', LABEL, 9],
  ['look.sizeOf', LABEL, 'product'],
  ['look.trackingPct', LABEL, 10],
  ['look.linePct', LABEL, 150],
  ['look.align', LABEL, 'left'],
  ['look.colour', LABEL, '#336699'],
  ['look.outline.colour', OUTLINED, '#336699'],
  ['look.outline.widthPct', OUTLINED, 9],
  ['look.shadow.colour', SHADOWED, '#336699'],
  ['look.shadow.opacityPct', SHADOWED, 80],
  ['look.shadow.blurPct', SHADOWED, 30],
  ['look.shadow.downPct', SHADOWED, 20],
  ['look.fit', LONG, 'wrap'],
  ['look.widthPct', LONG, 40],
  ['look.leastPct', LONG, 90],
  ['plate.shape', LABEL, 'strip'],
  ['plate.colour', LABEL, '#336699'],
  ['plate.opacityPct', LABEL, 50],
  ['plate.padPct', LABEL, 90],
  ['plate.line.colour', LINED, '#336699'],
  ['plate.line.widthPct', LINED, 2],
  ['target.x', CALL_OUT, 0.8],
  ['target.y', CALL_OUT, 0.2],
  ['tip', CALL_OUT, 'ring'],
  ['linePct', CALL_OUT, 1],
  ['tipPct', CALL_OUT, 9],
  ['colour', CALL_OUT, '#336699'],
  ['along.kind', { ...DIMENSION, along: { ...ALONG, side: 'left' } }, POINTS],
  ['along.side', DIMENSION, 'left'],
  ['along.gapPct', DIMENSION, 9],
  ['along.from.x', BETWEEN, 0.2],
  ['along.from.y', BETWEEN, 0.3],
  ['along.to.x', BETWEEN, 0.7],
  ['along.to.y', BETWEEN, 0.7],
  ['ends', DIMENSION, 'dots'],
  ['upright', BETWEEN, true],
  ['widthPct', SHAPE, 40],
  ['heightPct', SHAPE, 40],
  ['shape', INSET, 'ellipse'],
  ['line.colour', INSET, '#336699'],
  ['line.widthPct', INSET, 2],
  ['picture.from.kind', ANGLE, { kind: 'file', hash: '3'.repeat(64), name: 'Oak' }],
  ['picture.from.angle', ANGLE, 'side'],
  ['picture.from.hash', INSET, '3'.repeat(64)],
  ['picture.from.name', INSET, 'Oak'],
  ['picture.part.x', { ...INSET, picture: { from: FILE, part: HALF(0.5) } }, 0.25],
  ['picture.part.y', { ...INSET, picture: { from: FILE, part: HALF(0.5) } }, 0.25],
  ['picture.part.width', { ...INSET, picture: { from: FILE, part: HALF(0.1) } }, 0.7],
  ['picture.part.height', { ...INSET, picture: { from: FILE, part: HALF(0.1) } }, 0.7],
  ['tiled', WATERMARK, true],
  ['gapPct', { ...WATERMARK, tiled: true }, 200],
  ['tone', { ...WATERMARK, tone: 'light' }, 'dark'],
]

function HALF(from: number) {
  return { x: from, y: from, width: 0.5, height: 0.5 }
}

/** Paths that are a whole choice: what stands at them is put in place of all that the path's parent holds. */
const WHOLE = new Map([
  ['along.kind', 'along'],
  ['picture.from.kind', 'picture.from'],
])

const markedBy = (mark: Row): object => ({ mark: { marks: [{ id: 'a', ...mark }] } })

/** For each field of Mark, settings before and after a change of it. */
export const MARK_CHANGES: Readonly<Record<string, readonly object[]>> = {
  'mark.drawn': [false, true].map((drawn) => ({ mark: { drawn, marks: [{ id: 'a', ...LABEL }] } })),
  'mark.allowed': ['nowhere', 'everywhere'].map((allowed) => ({
    mark: { allowed, marks: [{ id: 'a', ...LABEL }] },
  })),
  'mark.marginPct': [4, 12].map((marginPct) => ({
    mark: { marginPct, marks: [{ id: 'a', ...LABEL }] },
  })),
  ...Object.fromEntries(
    FIELDS.map(([field, base, value]) => [
      `mark.marks.${field}`,
      [base, withAt(base, (WHOLE.get(field) ?? field).split('.'), value)].map(markedBy),
    ]),
  ),
}

/** Fields that no pixel goes by. */
export const MARKS_SHOW_NOT = [
  'mark.marks.id',
  'mark.marks.look.ownFont.name',
  'mark.marks.picture.from.name',
]

const done = { hidden: false }
/** What a person does to the marks of a shot, one of every kind that there is. */
export const MARK_WORKS: Readonly<Record<string, object>> = {
  added: { kind: 'added', turn: 1, ...done, mark: { id: 'own', ...LABEL } },
  changed: {
    kind: 'changed',
    turn: 2,
    ...done,
    mark: 'a',
    change: { place: { on: 'frame', x: 0.5, y: 0.5 }, turnDeg: 10, scale: 1.5, text: 'Cup' },
  },
  'left-out': { kind: 'left-out', turn: 3, ...done, mark: 'a' },
}
