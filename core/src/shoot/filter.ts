import type { AnyFinding } from '../findings'
import { findingKinds, type Standing } from '../steps'
import { derived } from './derived'
import type { ShotFindings } from './findings'
import { lightingOf, type Recipes } from './recipe'
import type { Lighting, Product, ShootRows, Shot } from './rows'
import type { Standings } from './standing'
import type { Verdicts } from './verdicts'

/** What shots are sorted out by. */
export const FIELDS = {
  finding: 'Finding',
  verdict: 'Verdict',
  state: 'State',
  product: 'Product',
  type: 'Type',
  brand: 'Brand',
  colour: 'Colour',
  angle: 'Angle',
  lighting: 'Lighting',
} as const
export type Field = keyof typeof FIELDS
const FIELD_IDS = Object.keys(FIELDS) as Field[] // its own keys

/** Shots that have one of the values of each field that has any, and the text somewhere in their names. */
export type Filter = { readonly text: string } & Readonly<Record<Field, readonly string[]>>

export const NO_FILTER: Filter = {
  text: '',
  finding: [],
  verdict: [],
  state: [],
  product: [],
  type: [],
  brand: [],
  colour: [],
  angle: [],
  lighting: [],
}

export const isFiltering = (filter: Filter): boolean =>
  filter.text.trim() !== '' || FIELD_IDS.some((field) => filter[field].length > 0)

/** With a value added, or taken off where it is there. */
export function toggled(filter: Filter, field: Field, value: string): Filter {
  const values = filter[field]
  const next = values.includes(value) ? values.filter((v) => v !== value) : [...values, value]
  return { ...filter, [field]: next }
}

type Values = { readonly text: string } & Readonly<Record<Field, readonly string[]>>

const given = (value: string | null | undefined): string[] => (value ? [value] : [])

/** A value that can be asked for, and how many shots would be left with it. */
export interface Choice {
  readonly value: string
  readonly words: string
  readonly count: number
}

/** Sorts shots out by what is known of them. */
export function createFilters(
  { recipeOf }: Recipes,
  { standingOf }: Standings,
  { findingsOf }: ShotFindings,
  { isChangedSince }: Verdicts,
) {
  const values = derived(
    (
      shot: Shot,
      findings: readonly AnyFinding[],
      product: Product | undefined,
      lighting: Lighting | null,
      standing: Standing,
      isChanged: boolean,
    ): Values => ({
      text: [shot.fileName, shot.sku, shot.angle, product?.name, product?.colour]
        .join('\n')
        .toLowerCase(),
      finding: [...new Set(findings.map(({ code }) => code))],
      verdict: [shot.verdict?.kind ?? 'none', ...(isChanged ? ['changed'] : [])],
      state: [shot.failure === null ? standing : 'failed'],
      product: [shot.sku ?? ''],
      type: given(product?.type),
      brand: given(product?.brand),
      colour: given(product?.colour),
      angle: given(shot.angle),
      lighting: [lighting?.id ?? ''],
    }),
  )
  /** What a shot has to be sorted out by. */
  const valuesOf = (shot: Shot, view: ShootRows): Values => {
    const recipe = recipeOf(view)
    return values(
      shot,
      findingsOf(shot, view),
      shot.sku === null ? undefined : view.products.get(shot.sku),
      lightingOf(shot, view.lightings),
      standingOf(shot, recipe, view.renditions),
      isChangedSince(shot, recipe),
    )
  }
  const matches = (shot: Shot, view: ShootRows, filter: Filter, but?: Field): boolean => {
    const own = valuesOf(shot, view)
    const text = filter.text.trim().toLowerCase()
    return (
      (text === '' || own.text.includes(text)) &&
      FIELD_IDS.every(
        (field) =>
          field === but ||
          filter[field].length === 0 ||
          filter[field].some((value) => own[field].includes(value)),
      )
    )
  }
  return {
    /** The shots that a filter leaves, in their order. */
    matching: (shots: readonly Shot[], view: ShootRows, filter: Filter): readonly Shot[] =>
      isFiltering(filter) ? shots.filter((shot) => matches(shot, view, filter)) : shots,
    /** The values of a field that there are, each counted over what the other fields leave; worst findings first. */
    choicesOf: (field: Field, view: ShootRows, filter: Filter): Choice[] => {
      const counts = new Map<string, number>()
      for (const shot of view.shots) {
        const isLeft = matches(shot, view, filter, field)
        for (const value of valuesOf(shot, view)[field])
          counts.set(value, (counts.get(value) ?? 0) + (isLeft ? 1 : 0))
      }
      const found = [...counts.keys()]
      const order = orderOf(field, view)
      if (order) found.sort((a, b) => order.indexOf(a) - order.indexOf(b))
      else
        found.sort((a, b) => valueWords(field, a, view).localeCompare(valueWords(field, b, view)))
      return found.map((value) => ({
        value,
        words: valueWords(field, value, view),
        count: counts.get(value)!,
      }))
    },
  }
}

const STATES = {
  failed: 'Failed',
  'out-of-date': 'Out of date',
  none: 'Not made',
  partly: 'Partly made',
  made: 'Made',
} as const
const VERDICTS = {
  returned: 'Returned',
  passed: 'Passed',
  changed: 'Changed since its verdict',
  none: 'No verdict yet',
} as const

function orderOf(field: Field, view: ShootRows): string[] | null {
  switch (field) {
    case 'finding':
      return [...findingKinds().keys()]
    case 'state':
      return Object.keys(STATES)
    case 'verdict':
      return Object.keys(VERDICTS)
    case 'lighting':
      return [...[...view.lightings.keys()], '']
    case 'product':
    case 'type':
    case 'brand':
    case 'colour':
    case 'angle':
      return null
  }
}

/** A value as people call it. */
export function valueWords(field: Field, value: string, view: ShootRows): string {
  switch (field) {
    case 'finding':
      return findingKinds().get(value)?.words.title ?? value
    case 'state':
      return STATES[value as keyof typeof STATES] ?? value
    case 'verdict':
      return VERDICTS[value as keyof typeof VERDICTS] ?? value
    case 'lighting':
      return view.lightings.get(value)?.name ?? 'In no lighting'
    case 'product': {
      if (value === '') return 'No product'
      const product = view.products.get(value)
      return product ? `${value} ${product.name}` : value
    }
    case 'type':
    case 'brand':
    case 'colour':
    case 'angle':
      return value
  }
}

/** One word of a filter, which can be taken off. */
export interface FilterWord {
  readonly words: string
  readonly without: Filter
}

/** A filter in words: one for each field that has values, one for the text. */
export function filterWords(filter: Filter, view: ShootRows): FilterWord[] {
  const fields = FIELD_IDS.filter((field) => filter[field].length > 0).map((field) => ({
    words: filter[field].map((value) => valueWords(field, value, view)).join(', '),
    without: { ...filter, [field]: [] },
  }))
  const text = filter.text.trim()
  return text === ''
    ? fields
    : [...fields, { words: `“${text}”`, without: { ...filter, text: '' } }]
}
