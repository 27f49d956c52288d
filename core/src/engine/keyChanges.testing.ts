import { MARK_CHANGES, MARKS_SHOW_NOT } from './markChanges.testing'

/** A placement that is quick to make. */
export const place = (change: object = {}) => ({
  id: 'page',
  name: 'page',
  longSidePx: 60,
  format: 'jpeg',
  qualityPct: 80,
  leastQualityPct: 50,
  limitBytes: 1000,
  ...change,
})

const light = (change: object, base: object = {}) => [
  { light: base },
  { light: { ...base, ...change } },
]
const whole = { cut: { method: 'off' }, ground: { behind: { kind: 'original' } } }
const onPhotograph = (change: object, base: object = {}) =>
  light(change, base).map((settings) => ({ ...whole, ...settings }))
const gains = { from: 'gains', red: 1, green: 1, blue: 1 }
const even = { ev: 0.2, mid: 0.1, pivot: 0.6 }
const kiln = { from: 'own', id: 'kiln', strengthPct: 50 }
const table = { from: 'cube', hash: '0'.repeat(64), name: 'Dusk', strengthPct: 50 }
/** On the photographed backdrop, with the product cut all the same. */
const behind = (change: object, base: object = {}) =>
  [base, change].map((tidy) => ({
    ground: { behind: { kind: 'original' } },
    frame: { fillPct: 55 },
    finish: { placements: [place({ longSidePx: 150, limitBytes: null })] },
    tidy,
  }))
const gradient = (change: object) => [
  { ground: { behind: { kind: 'gradient' } } },
  { ground: { behind: { kind: 'gradient', ...change } } },
]
const oak = { kind: 'picture', hash: '2'.repeat(64), name: 'Slate' }
const picture = (change: object, base: object = {}) => [
  { ground: { behind: { ...oak, ...base } } },
  { ground: { behind: { ...oak, ...base, ...change } } },
]
const shadow = (change: object) => [
  { ground: { shadow: 'made' } },
  { ground: { shadow: 'made', ...change } },
]
// Room below the product, for what it is mirrored on.
const mirror = (change: object) =>
  [{}, change].map((more) => ({ frame: { fillPct: 40 }, ground: { reflectionPct: 60, ...more } }))
const finish = (change: object) => [{}, { finish: { placements: [place(change)] } }]

/** Four corners of which the first is moved in. */
const corners = (x: number, y: number) => [
  { x: 0.1 + x, y: 0.1 + y },
  { x: 0.9, y: 0.1 },
  { x: 0.9, y: 0.9 },
  { x: 0.1, y: 0.9 },
]

const framed = (change: object, base: object = {}) =>
  [{}, change].map((more) => ({ frame: { ...base, ...more } }))
const words = (change: object) =>
  [{}, change].map((more) => ({ finish: { placements: [place()], ...more } }))

/**
 * For each field a change that must show, or must not: settings before and after. Limits are set so that
 * the field has something to say.
 */
export const CHANGES: Readonly<Record<string, readonly object[]>> = {
  'light.neutral.from': light({ neutral: { from: 'photograph' } }),
  'light.neutral.red': light({ neutral: { ...gains, red: 0.9 } }, { neutral: gains }),
  'light.neutral.green': light({ neutral: { ...gains, green: 0.9 } }, { neutral: gains }),
  'light.neutral.blue': light({ neutral: { ...gains, blue: 0.8 } }, { neutral: gains }),
  'light.exposureEv': light({ exposureEv: 0.5 }),
  'light.autoTone': light({ autoTone: true }),
  'light.contrast': light({ contrast: 40 }),
  'light.shadows': light({ shadows: 40 }),
  'light.highlights': light({ highlights: 60 }),
  'light.blackPoint': light({ blackPoint: 40 }),
  'light.whitePoint': light({ whitePoint: 40 }),
  'light.curve.x': light({ curve: [{ x: 30, y: 60 }] }, { curve: [{ x: 50, y: 60 }] }),
  'light.curve.y': light({ curve: [{ x: 50, y: 70 }] }, { curve: [{ x: 50, y: 60 }] }),
  'light.warmth': light({ warmth: 30 }),
  'light.tint': light({ tint: 30 }),
  'light.saturation': light({ saturation: -30 }),
  'light.vibrance': onPhotograph({ vibrance: 60 }),
  'light.look.from': light({ look: kiln }),
  'light.look.id': light({ look: { ...kiln, id: 'slate' } }, { look: kiln }),
  'light.look.strengthPct': light({ look: { ...kiln, strengthPct: 90 } }, { look: kiln }),
  'light.look.hash': light({ look: { ...table, hash: '1'.repeat(64) } }, { look: table }),
  'light.look.name': light({ look: { ...table, name: 'Dawn' } }, { look: table }),
  'light.even.ev': light({ even: { ...even, ev: 0.4 } }, { even }),
  'light.even.mid': light({ even: { ...even, mid: -0.1 } }, { even }),
  'light.even.pivot': light({ even: { ...even, pivot: 0.9 } }, { even }),
  'light.flattenPct': onPhotograph({ flattenPct: 80 }),
  'tidy.specks': [{}, { tidy: { specks: 'firm' } }],
  'tidy.largestPct': [
    { specks: 'firm', largestPct: 20 },
    { specks: 'firm', largestPct: 0.5 },
  ].map((tidy) => ({
    tidy,
  })),
  'tidy.cleanAt': ['output', 'photograph'].map((cleanAt) => ({
    tidy: { specks: 'firm', cleanAt },
    // So small that a grain of dust is not seen any more.
    finish: { placements: [place({ longSidePx: 16, limitBytes: null })] },
  })),
  'tidy.sweepPct': behind({ sweepPct: 90 }),
  'tidy.sweepMarginPct': behind({ sweepPct: 90, sweepMarginPct: 6 }, { sweepPct: 90 }),
  'tidy.blurPct': behind({ blurPct: 90 }),
  'cut.method': [{}, { cut: { method: 'off' } }],
  'cut.edgeShift': [{}, { cut: { edgeShift: -4 } }],
  'cut.edgeSoften': [{}, { cut: { edgeSoften: 5 } }],
  'cut.edgeTightenPct': [
    { cut: { edgeSoften: 5 } },
    { cut: { edgeSoften: 5, edgeTightenPct: 80 } },
  ],
  'cut.fringePct': [{}, { cut: { fringePct: 0 } }],
  'cut.speck': [{}, { cut: { speck: 40 } }],
  'ground.behind.kind': [{}, { ground: { behind: { kind: 'original' } } }],
  'ground.behind.colour': [{}, { ground: { behind: { kind: 'colour', colour: '#DDDDDD' } } }],
  'ground.behind.shape': gradient({ shape: 'radial' }),
  'ground.behind.from': gradient({ from: '#EEEEEE' }),
  'ground.behind.to': gradient({ to: '#303030' }),
  'ground.behind.angleDeg': gradient({ angleDeg: 40 }),
  'ground.behind.lightness': [
    { ground: { behind: { kind: 'cleaned' } } },
    { ground: { behind: { kind: 'cleaned', lightness: 70 } } },
  ],
  'ground.behind.hash': picture({ hash: '3'.repeat(64) }),
  'ground.behind.name': picture({ name: 'Oak' }),
  'ground.behind.fit': picture({ fit: 'whole' }),
  'ground.behind.sizePct': picture({ sizePct: 70 }, { fit: 'repeat' }),
  'ground.behind.blurPct': picture({ blurPct: 80 }),
  'ground.behind.lightEv': picture({ lightEv: -1 }),
  'ground.shadow': [{}, { ground: { shadow: 'made' } }],
  'ground.shadowPct': shadow({ shadowPct: 20 }),
  'ground.shadowAngleDeg': shadow({ shadowAngleDeg: 30 }),
  'ground.shadowLengthPct': shadow({ shadowLengthPct: 60 }),
  'ground.shadowSoftPct': shadow({ shadowSoftPct: 90 }),
  'ground.contactPct': shadow({ contactPct: 10 }),
  'ground.touchPct': [0, 80].map((touchPct) => ({ ground: { behind: oak, touchPct } })),
  'ground.reflectionPct': [{}, { ground: { reflectionPct: 40 } }],
  'ground.reflectionFadePct': mirror({ reflectionFadePct: 80 }),
  'ground.reflectionBlurPct': mirror({ reflectionBlurPct: 100 }),
  'frame.ratio.width': [{}, { frame: { ratio: { width: 2, height: 1 } } }],
  'frame.ratio.height': [{}, { frame: { ratio: { width: 1, height: 2 } } }],
  'frame.fillPct': [{}, { frame: { fillPct: 60 } }],
  'frame.reach': framed({ reach: 'crop' }, { ratio: { width: 2, height: 1 } }).map((more) => ({
    ...whole,
    ...more,
  })),
  'frame.fillOf': framed({ fillOf: 'width' }, { ratio: { width: 2, height: 1 } }),
  'frame.centreBy': framed({ centreBy: 'weight' }),
  'frame.stand': framed({ stand: 'base' }),
  'frame.basePct': framed({ basePct: 20 }, { stand: 'base' }),
  'frame.sizePct': framed({ sizePct: 70 }),
  'frame.shiftXPct': framed({ shiftXPct: 5 }),
  'frame.shiftYPct': framed({ shiftYPct: -5 }),
  'frame.turnDeg': framed({ turnDeg: 4 }),
  'frame.marginTopPct': framed({ marginTopPct: 20 }, { fillOf: 'margins' }),
  'frame.marginRightPct': framed({ marginRightPct: 20 }, { fillOf: 'margins' }),
  'frame.marginBottomPct': framed({ marginBottomPct: 20 }, { fillOf: 'margins' }),
  'frame.marginLeftPct': framed({ marginLeftPct: 20 }, { fillOf: 'margins' }),
  'frame.straighten': framed({ straighten: 'symmetry' }, { fillPct: 50 }),
  'frame.corners.x': framed({ corners: corners(0.1, 0) }, { corners: corners(0, 0) }),
  'frame.corners.y': framed({ corners: corners(0, 0.1) }, { corners: corners(0, 0) }),
  'frame.mostPx': framed({ mostPx: 24 }),
  'frame.enlargeBy': ['plain', 'fine'].map((enlargeBy) => ({
    frame: { enlarge: true, enlargeBy, fillPct: 80 },
    finish: { placements: [place({ longSidePx: 150, limitBytes: null })] },
  })),
  'frame.enlarge': [300, 300].map((longSidePx, i) => ({
    frame: { enlarge: i === 1 },
    finish: { placements: [place({ longSidePx })] },
  })),
  'finish.fileNames': words({ fileNames: '{sku}' }),
  'finish.altTexts': words({ altTexts: '{name}' }),
  'finish.writes': words({ writes: 'words' }),
  'finish.creator': words({ creator: 'Ida' }),
  'finish.rights': words({ rights: 'Ottermere' }),
  'finish.description': words({ description: '{sku}' }),
  'finish.placements.among': [{ among: ['webp'] }, { among: ['avif'] }].map((more) => ({
    finish: { placements: [place({ format: 'auto', limitBytes: null, ...more })] },
  })),
  'finish.placements.id': finish({ id: 'other' }),
  'finish.placements.name': finish({ name: 'other' }),
  'finish.placements.longSidePx': finish({ longSidePx: 61 }),
  'finish.placements.format': finish({ format: 'webp' }),
  'finish.placements.qualityPct': [70, 60].map((qualityPct) => ({
    finish: { placements: [place({ qualityPct, limitBytes: null })] },
  })),
  'finish.placements.leastQualityPct': finish({ leastQualityPct: 30 }),
  'finish.placements.limitBytes': finish({ limitBytes: 6000 }),
  'finish.sharpenPct': [{}, { finish: { placements: [place()], sharpenPct: 60 } }].map((more) => ({
    finish: { placements: [place()] },
    ...more,
  })),
  'finish.placements.weighsAlike': [false, true].map((weighsAlike) => ({
    finish: { placements: [place({ limitBytes: 9000, weighsAlike })] },
  })),
  'finish.placements.likeness': [{}, { likeness: 0.9 }].map((more) => ({
    finish: { placements: [place({ limitBytes: null, ...more })] },
  })),
  'finish.placements.dpi': finish({ dpi: 300 }),
  'finish.placements.changes': finish({ changes: { frame: { fillPct: 60 } } }),
  'finish.placements.fileNames': finish({ fileNames: '{sku}' }),
  ...MARK_CHANGES,
}
/** Fields that no file goes by. */
export const SHOWS_NOT = [
  'light.look.name',
  'ground.behind.name',
  'finish.fileNames',
  'finish.altTexts',
  'finish.writes',
  'finish.creator',
  'finish.rights',
  'finish.description',
  'finish.placements.id',
  'finish.placements.name',
  'finish.placements.fileNames',
  ...MARKS_SHOW_NOT,
]
