import { defineFact, found } from '../../facts'
import type { ShotAbout } from '../../names'
import { fractionsOf, pixelsOf, within01, type PxBox } from '../../raster'
import type { Typesetter } from '../../typeset'
import type { AssetUse } from '../asset'
import type { Pass } from '../pass'
import type { RenditionPlan } from '../renditionPlan'
import { defineStep, type Given } from '../step'
import { MARK_CONTROLS } from './controls'
import { MARK_FINDINGS } from './findings'
import { MARK_HANDS } from './hands'
import { hashOf } from './lay/inset'
import { familyOf } from './lay/setText'
import {
  FRAME_UNITS,
  UNITS_PER_PCT,
  type LaidMark,
  type MarkAsset,
  type Surface,
} from './lay/surface'
import { layMarks } from './layMarks'
import { paintMark } from './paintMark'
import { readMarkAsset } from './readMarkAsset'
import { MarkOwn, MarkSettings, type Mark } from './settings'
import { textOf } from './textOf'
import { areAllowed, marksFor } from './which'

/** Who sets the text of marks; null where no mark is to be drawn. */
export const TYPESETTER = defineFact<Typesetter | null>('typesetter', null)

/** Mark: words, shapes and small pictures over the finished picture, drawn for each rendition at its own size. */
export const mark = defineStep({
  id: 'mark',
  title: 'Mark',
  engine: 1,
  settings: MarkSettings,
  own: MarkOwn,
  controls: MARK_CONTROLS,
  perPlacement: MarkSettings.keyof().options,
  findings: MARK_FINDINGS,
  hands: MARK_HANDS,
  gives: [TYPESETTER],
  describe: ({ drawn, marks, allowed }) => {
    if (marks.length === 0) return 'no marks'
    if (!drawn || allowed === 'nowhere') return 'marks not drawn'
    const count = `${marks.length} ${marks.length === 1 ? 'mark' : 'marks'}`
    return allowed === 'not-on-covers' ? `${count}, not on covers` : count
  },
  readsAbout: ({ marks }, { works }) => marks.length > 0 || Object.keys(works).length > 0,
  assets: (settings, { own, about }) =>
    everyMark(settings, own).flatMap((one) => assetsOf(one, about)),
  readAsset: readMarkAsset,
  keyPart: (settings, placement, { own, about }) => {
    const drawn = marksFor(settings, own, about, placement)
    if (drawn.length === 0) return null
    const parts = drawn.map((one) => identityOf(one, about))
    return { marks: parts, marginPct: settings.marginPct }
  },
  // What is drawn of it for a placement is in that placement's part already.
  ownKeyPart: (own, placement) => (placement ? null : own),
  decide: async ({ settings, own, about }, { forPlacements, typesetter }) => {
    const everywhere = forPlacements as readonly MarkSettings[] // of its own
    const marks = [settings, ...everywhere].flatMap((one) =>
      areAllowed(one, about) ? everyMark(one, own) : [],
    )
    if (marks.length === 0) return {}
    const opened = await typesetter()
    for (const one of marks) {
      const look = lookOf(one)
      if (look) await opened.load(familyOf(look), wordsIn(one, about) + NUMBERS)
    }
    return { facts: [found(TYPESETTER, opened)] }
  },
  plan: (draft, given) => {
    const { settings, own, about, assets, facts } = given
    const typesetter = facts.of(TYPESETTER)
    const marks = typesetter ? marksFor(settings, own, about, draft.placement) : []
    if (!typesetter || marks.length === 0) return draft
    for (const [hash, asset] of assets)
      if (asset.kind === 'font') typesetter.addFont(hash, asset.bytes)
    const surface = surfaceOf(draft, given, typesetter)
    const laid = layMarks(marks, surface)
    return {
      ...draft,
      passes: [...draft.passes, passOf(laid.marks, typesetter)],
      findings: [...draft.findings, ...laid.findings],
      handles: laid.marks.map((one) => handleOf(one, surface)),
    }
  },
})

/** The brief's marks and those that a shot has of its own, whichever of them is drawn. */
const everyMark = ({ marks }: MarkSettings, { works }: MarkOwn): readonly Mark[] => [
  ...marks,
  ...Object.values(works).flatMap((work) => (work.kind === 'added' ? [work.mark] : [])),
]

/** Numbers of call-outs. */
const NUMBERS = '0123456789'

const lookOf = (one: Mark) => ('look' in one ? one.look : null)

/** What a mark says, as far as letters go. */
const wordsIn = (one: Mark, about: ShotAbout): string =>
  'text' in one
    ? textOf(one.text, about)
        .map(({ text }) => text)
        .join('')
    : ''

function assetsOf(one: Mark, about: ShotAbout): AssetUse[] {
  const font = lookOf(one)?.ownFont
  const picture = 'picture' in one ? one.picture : null
  const hash = picture && hashOf(picture, about)
  const name = picture?.from.kind === 'file' ? picture.from.name : (picture?.from.angle ?? '')
  return [
    ...(font ? [{ role: 'font', ...font }] : []),
    ...(hash ? [{ role: 'picture', name, hash }] : []),
  ]
}

/** What a mark's pixels go by: what it says, not its pattern; its files, not their names; and not why it is there. */
function identityOf({ rule: _rule, id: _id, ...one }: Mark, about: ShotAbout): object {
  const said = 'text' in one ? { text: textOf(one.text, about) } : {}
  const look =
    'look' in one ? { look: { ...one.look, ownFont: one.look.ownFont?.hash ?? null } } : {}
  const picture =
    'picture' in one && one.picture
      ? { picture: { part: one.picture.part, hash: hashOf(one.picture, about) } }
      : {}
  return { ...one, ...said, ...look, ...picture }
}

function surfaceOf(
  { window, product }: RenditionPlan,
  { settings, about, assets }: Given<MarkSettings, MarkOwn, MarkAsset>,
  typesetter: Typesetter,
): Surface {
  const width = (FRAME_UNITS * window.width) / window.height
  const frame = { width, height: FRAME_UNITS }
  const whole = { x: 0, y: 0, width: 1, height: 1 }
  const photograph = { width: 1, height: 1 }
  const within = product
    ? within01(fractionsOf(product, photograph), fractionsOf(window, photograph))
    : whole
  return {
    width,
    margin: settings.marginPct * UNITS_PER_PCT,
    product: pixelsOf(within, frame),
    about,
    typesetter,
    assets,
  }
}

const passOf = (marks: readonly LaidMark[], typesetter: Typesetter): Pass => ({
  layer: 'mark',
  paint: (picture, { alpha, report }) => {
    for (const one of marks)
      for (const finding of paintMark(picture, one, typesetter, alpha)) report(finding)
  },
})

const handleOf = ({ id, kind, name, box, turnDeg }: LaidMark, { width }: Surface) => ({
  id,
  kind,
  name,
  box: fractionsOf(box as PxBox, { width, height: FRAME_UNITS }),
  turnDeg,
})
