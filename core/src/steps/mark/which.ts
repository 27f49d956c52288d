import type { ShotAbout } from '../../names'
import type { Placement } from '../../outlets'
import type { Mark, MarkChange, MarkOwn, MarkRule, MarkSettings } from './settings'

/** Whether a placement is among those of a rule, by its own id or by its outlet's, which stands before a dot. */
const isOf = (ids: readonly string[], { id }: Pick<Placement, 'id'>): boolean =>
  ids.length === 0 || ids.some((one) => id === one || id.startsWith(`${one}.`))

const folded = (text = ''): string => text.trim().toLowerCase()

const isAmong = (names: readonly string[], name: string | undefined): boolean =>
  names.length === 0 || names.some((one) => folded(one) === folded(name))

/** The words of a column in which several stand, however they are set apart. */
const tagsOf = (text = ''): string[] => text.split(/[,;|]/).map(folded)

/** The first number of a text, such as a price in whichever currency and spelling; null where there is none. */
export function amountOf(text = ''): number | null {
  const digits =
    /\d[\d.,'’\s\u00a0\u202f]*/.exec(text)?.[0].replace(/[\s\u00a0\u202f'’]/g, '') ?? ''
  const decimal = /[.,](\d{1,2})$/.exec(digits)
  const whole = digits.slice(0, decimal?.index ?? digits.length).replace(/[.,]/g, '')
  return whole === '' ? null : Number(`${whole}.${decimal?.[1] ?? '0'}`)
}

/** Columns in which an old price is looked for. */
const OLD_PRICES = ['old price', 'was', 'list price', 'rrp', 'old_price', 'price before'] as const

/** What a product cost before, as its data has it; empty where it does not say. */
export const oldPriceOf = ({ words }: ShotAbout): string =>
  OLD_PRICES.map((column) => words[column] ?? '').find((text) => text.trim() !== '') ?? ''

/** Whether a product costs less than before. */
export function isReduced(about: ShotAbout): boolean {
  const [now, before] = [amountOf(about.words.price), amountOf(oldPriceOf(about))]
  return now !== null && before !== null && now < before
}

/** Whether a rule asks for a mark on a rendition. */
export function isWanted(
  rule: MarkRule,
  about: ShotAbout,
  placement: Pick<Placement, 'id'>,
): boolean {
  const { words, isCover, day } = about
  const tags = tagsOf(words.tags ?? words.tag)
  return (
    (rule.cover === 'any' || isCover === (rule.cover === 'cover')) &&
    isOf(rule.placements, placement) &&
    isAmong(rule.types, words.type) &&
    isAmong(rule.brands, words.brand) &&
    (rule.tags.length === 0 || rule.tags.some((tag) => tags.includes(folded(tag)))) &&
    (!rule.reduced || isReduced(about)) &&
    // Days written that way are in order as they are in the alphabet.
    (rule.from === null || day === '' || day >= rule.from) &&
    (rule.until === null || day === '' || day <= rule.until)
  )
}

/** Whether marks may be drawn at all. */
export const areAllowed = (
  { drawn, allowed }: Pick<MarkSettings, 'drawn' | 'allowed'>,
  { isCover }: Pick<ShotAbout, 'isCover'>,
): boolean => drawn && allowed !== 'nowhere' && !(allowed === 'not-on-covers' && isCover)

/** A mark with what a person set otherwise. */
export function changed(mark: Mark, { place, turnDeg, text, scale = 1, target }: MarkChange): Mark {
  const moved: Mark = {
    ...mark,
    ...(place === undefined ? {} : { place }),
    ...(turnDeg === undefined ? {} : { turnDeg }),
  }
  const pointed = target !== undefined && moved.kind === 'call-out' ? { ...moved, target } : moved
  const said = text !== undefined && 'text' in pointed ? { ...pointed, text } : pointed
  return scale === 1 ? said : scaled(said, scale)
}

const bounded = (value: number, min: number, max: number): number =>
  Math.min(max, Math.max(min, value))

/** A mark so many times as large. */
export function scaled(mark: Mark, times: number): Mark {
  switch (mark.kind) {
    case 'shape':
      return {
        ...mark,
        widthPct: bounded(mark.widthPct * times, 0.2, 200),
        heightPct: bounded(mark.heightPct * times, 0.2, 200),
      }
    case 'inset':
      return { ...mark, heightPct: bounded(mark.heightPct * times, 1, 100) }
    case 'watermark':
      return {
        ...mark,
        heightPct: bounded(mark.heightPct * times, 1, 100),
        look: { ...mark.look, sizePct: bounded(mark.look.sizePct * times, 0.5, 60) },
      }
    case 'label':
    case 'call-out':
    case 'dimension':
      return {
        ...mark,
        look: { ...mark.look, sizePct: bounded(mark.look.sizePct * times, 0.5, 60) },
      }
  }
}

/**
 * The marks of one rendition in the order in which they are drawn: the brief's by their rules, as they were changed
 * for this shot, then those that it has of its own.
 */
export function marksFor(
  settings: MarkSettings,
  { works }: Pick<MarkOwn, 'works'>,
  about: ShotAbout,
  placement: Pick<Placement, 'id'>,
): readonly Mark[] {
  if (!areAllowed(settings, about)) return []
  const done = Object.values(works)
    .filter(({ hidden }) => !hidden)
    .sort((a, b) => a.turn - b.turn)
  const added = done.flatMap((work) => (work.kind === 'added' ? [work.mark] : []))
  const here = done.filter(
    (work) => work.kind !== 'added' && (work.placement === null || work.placement === placement.id),
  )
  return [...settings.marks, ...added].flatMap((mark) => {
    if (!isWanted(mark.rule, about, placement)) return []
    const own = here.filter((work) => work.kind !== 'added' && work.mark === mark.id)
    if (own.some(({ kind }) => kind === 'left-out')) return []
    return [
      own.reduce(
        (last, work) => (work.kind === 'changed' ? changed(last, work.change) : last),
        mark,
      ),
    ]
  })
}
