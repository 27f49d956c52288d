import { WHOLE_01, type Box01 } from '@cloudbank/core/raster'
import { handDone, STEPS, type HandDone } from '@cloudbank/core/steps'
import { put, type ShootView, type Shot } from '../../data'
import { nextTurn } from '../../stage/hand'

/** Where a shot's product was found when it came in; all of it where none was. */
const productOf = (view: ShootView, { originalHash }: Shot): Box01 =>
  view.measures.get(originalHash)?.measures.product?.box ?? WHOLE_01

/** What was done to a shot by hand in one step. */
export interface Handwork {
  readonly id: string
  readonly words: string
  readonly noun: string
  readonly count: number
  /** Puts all of it on another shot, where it lies to its product as it did: done again there. */
  readonly carryTo: (other: Shot) => ReturnType<typeof put>[]
}

/** All handwork of a shot that can be carried to its siblings. */
export function handworkOf(view: ShootView, shot: Shot): Handwork[] {
  const from = { size: shot, product: productOf(view, shot) }
  return STEPS.flatMap(({ id, hands }): Handwork[] => {
    const done = hands ? Object.values(handDone(hands, shot.touches[id])) : []
    if (!hands || done.length === 0) return []
    const { title, noun, field } = hands
    const carryTo = (other: Shot): ReturnType<typeof put>[] => {
      const to = { size: other, product: productOf(view, other) }
      const carried = done.map((one) => hands.carried(one, from, to))
      const there = handDone(hands, other.touches[id])
      return appended(carried, nextTurn(there), ['touches', id, field], other)
    }
    return [{ id: `${id}/${field}`, words: title, noun, count: done.length, carryTo }]
  })
}

/** Puts each of a list on a shot, in their order, from a turn on. */
const appended = (
  list: readonly HandDone[],
  firstTurn: number,
  path: readonly string[],
  to: Shot,
): ReturnType<typeof put>[] =>
  [...list]
    .sort((a, b) => a.turn - b.turn)
    .map((one, k) =>
      put('shots', to.id, [...path, crypto.randomUUID()], { ...one, turn: firstTurn + k }),
    )
