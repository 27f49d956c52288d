import type { Repair, Repairs } from '@cloudbank/core/steps'
import type { ShootId, Shot } from '../../../../data'
import { useListed, type ListedActions } from '../../hand'

const NONE: Repairs = {}
const PATH = ['touches', 'cut', 'repairs']

/** The words for a repair in the history and in its list. */
export const REPAIR_WORDS: Readonly<Record<Repair['kind'], string>> = {
  keep: 'Kept along a stroke',
  drop: 'Dropped along a stroke',
  paint: 'Painted',
  erase: 'Erased',
  box: 'Box round what is meant',
  flip: 'Flipped a piece',
  edge: 'Edge worked on',
  path: 'Path by hand',
}

export type RepairActions = ListedActions<Repair>

/** The repairs of a shot. */
export const useRepairs = (shootId: ShootId, shot: Shot): RepairActions =>
  useListed<Repair>({
    shootId,
    shot,
    path: PATH,
    kept: shot.touches.cut?.repairs ?? NONE,
    noun: 'Repair',
    wordsFor: ({ kind }) => REPAIR_WORDS[kind],
  })
