import type { ShootRows } from '@cloudbank/core/shoot'
import { STEPS } from '@cloudbank/core/steps'
import type {} from '../data'
import { groupsOf } from '../settings'
import { strings } from './strings'
import { SETTING_WORDS } from './tradeWords'

/** Something of a shoot that the palette finds, and where it is. */
export interface Find {
  readonly id: string
  readonly words: string
  /** What kind of thing it is, beside the words. */
  readonly kind: string
  readonly to: string
  /** What the page there is told. */
  readonly state?: object
  /** What the trade calls it. */
  readonly also?: string | undefined
}

/** Finds are looked for from so many letters on, and this many are shown. */
const MIN_LETTERS = 2
const MOST = 12

/** The shots, products, lightings and settings of a shoot whose words have all the words that were typed. */
export function findsOf(view: ShootRows, typed: string): Find[] {
  const wanted = typed.trim().toLowerCase()
  if (wanted.length < MIN_LETTERS) return []
  const parts = wanted.split(/\s+/)
  const fits = ({ words, kind, also = '' }: Find): boolean => {
    const all = `${kind} ${words} ${also}`.toLowerCase()
    return parts.every((part) => all.includes(part))
  }
  const base = `/shoots/${view.shoot.id}`
  const found: Find[] = []
  const add = (finds: Iterable<Find>): void => {
    for (const find of finds) if (found.length < MOST && fits(find)) found.push(find)
  }
  add([
    { id: 'runs', words: strings.runs, kind: 'page', to: `${base}/runs` },
    {
      id: 'outlets',
      words: strings.outlets,
      kind: 'page',
      to: '/outlets',
      state: { from: { id: view.shoot.id, name: view.shoot.name } },
    },
  ])
  add(
    view.shoot.outlets.map(({ id, name }) => ({
      id: `outlet/${id}`,
      words: name,
      kind: 'outlet',
      to: `${base}/outlets/${id}`,
    })),
  )
  add(settings(base))
  add(
    [...view.lightings.values()].map(({ id, name }) => ({
      id,
      words: name,
      kind: 'lighting',
      to: `${base}/lightings/${id}`,
    })),
  )
  add(
    [...view.products.values()].map(({ sku, name, colour }) => ({
      id: sku,
      words: [sku, name, colour].filter((part) => part !== '').join(' '),
      kind: 'product',
      to: `${base}?product=${encodeURIComponent(sku)}`,
    })),
  )
  add(shots(view, base))
  return found
}

function* settings(base: string): Generator<Find> {
  for (const { id, title } of STEPS)
    for (const { controls } of groupsOf(id))
      for (const { field, label } of controls)
        yield {
          id: `${id}/${field}`,
          words: label,
          kind: strings.settingOf(title),
          to: `${base}/brief?find=${encodeURIComponent(label)}`,
          also: SETTING_WORDS[`${id}/${field}`],
        }
}

function* shots(view: ShootRows, base: string): Generator<Find> {
  for (const { id, fileName, sku, angle } of view.shots) {
    const name = (sku !== null && view.products.get(sku)?.name) || null
    const words = [fileName, name, angle].filter((part) => part !== null).join(', ')
    yield { id, words, kind: 'shot', to: `${base}/shots/${id}` }
  }
}
