import { WHOLE_01, type Box01 } from '@cloudbank/core/raster'
import { carriedRepair, type Repairs } from '@cloudbank/core/steps'
import { put, type ShootView, type Shot } from '../../data'
import { nextTurn } from './hand'

/** Where a shot's product was found when it came in; all of it where none was. */
const productOf = (view: ShootView, { originalHash }: Shot): Box01 =>
  view.measures.get(originalHash)?.measures.product?.box ?? WHOLE_01

/** Puts the repairs of one shot on another, where they lie to its product as they did: solved again there. */
export function carryRepairs(view: ShootView, from: Shot, to: Shot): ReturnType<typeof put>[] {
  const own: Repairs = to.touches.cut?.repairs ?? {}
  const first = nextTurn(own)
  return Object.values(from.touches.cut?.repairs ?? {})
    .sort((a, b) => a.turn - b.turn)
    .map((repair, k) => {
      const carried = carriedRepair(repair, productOf(view, from), productOf(view, to))
      const path = ['touches', 'cut', 'repairs', crypto.randomUUID()]
      return put('shots', to.id, path, { ...carried, turn: first + k })
    })
}
