import { WHOLE_01, type Box01 } from '@cloudbank/core/raster'
import { carriedRepair, carriedRetouch } from '@cloudbank/core/steps'
import { put, type ShootView, type Shot } from '../../data'
import { nextTurn } from './hand'

/** Where a shot's product was found when it came in; all of it where none was. */
const productOf = (view: ShootView, { originalHash }: Shot): Box01 =>
  view.measures.get(originalHash)?.measures.product?.box ?? WHOLE_01

/** What was done to a shot by hand, one kind of it: to its cut, or to its surfaces. */
export interface Handwork {
  readonly id: string
  readonly words: string
  readonly noun: string
  readonly count: number
  /** Puts all of it on another shot, where it lies to its product as it did: done again there. */
  readonly carryTo: (other: Shot) => ReturnType<typeof put>[]
}

type Listed = Readonly<Record<string, { readonly turn: number; readonly hidden: boolean }>>

/** Gives each of a list a turn behind those that are there. */
function putAll<One extends Listed[string]>(
  all: Readonly<Record<string, One>>,
  there: Listed,
  to: Shot,
  path: readonly string[],
  carried: (one: One) => One,
): ReturnType<typeof put>[] {
  const first = nextTurn(there)
  return Object.values(all)
    .sort((a, b) => a.turn - b.turn)
    .map((one, k) =>
      put('shots', to.id, [...path, crypto.randomUUID()], { ...carried(one), turn: first + k }),
    )
}

/** All handwork of a shot that can be carried to its siblings. */
export function handworkOf(view: ShootView, shot: Shot): Handwork[] {
  const repairs = shot.touches.cut?.repairs ?? {}
  const works = shot.touches.tidy?.works ?? {}
  const from = productOf(view, shot)
  return [
    {
      id: 'repairs',
      words: 'Repairs of the cut',
      noun: 'repair',
      count: Object.keys(repairs).length,
      carryTo: (other: Shot) =>
        putAll(
          repairs,
          other.touches.cut?.repairs ?? {},
          other,
          ['touches', 'cut', 'repairs'],
          (one) => carriedRepair(one, from, productOf(view, other)),
        ),
    },
    {
      id: 'works',
      words: 'Works on its surfaces',
      noun: 'work',
      count: Object.keys(works).length,
      carryTo: (other: Shot) =>
        putAll(works, other.touches.tidy?.works ?? {}, other, ['touches', 'tidy', 'works'], (one) =>
          carriedRetouch(
            one,
            { size: shot, product: from },
            { size: other, product: productOf(view, other) },
          ),
        ),
    },
  ].filter(({ count }) => count > 0)
}
