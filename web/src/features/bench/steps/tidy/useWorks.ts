import type { Work } from '@cloudbank/core/steps'
import type { ShootId, Shot } from '../../../../data'
import { useListed, type ListedActions } from '../../hand'

const NONE: Readonly<Record<string, Work>> = {}
const PATH = ['touches', 'tidy', 'works']

/** The words for a work in the history and in its list. */
export const WORK_WORDS: Readonly<Record<Work['kind'], string>> = {
  mend: 'Mended',
  borrow: 'Borrowed an area',
  calm: 'Calmed',
  tone: 'Tone smoothed',
  grain: 'Grain mended',
  sweep: 'Swept',
  blur: 'Blurred',
}

export type WorkActions = ListedActions<Work>

/** What was done to a shot's surfaces by hand. */
export const useWorks = (shootId: ShootId, shot: Shot): WorkActions =>
  useListed<Work>({
    shootId,
    shot,
    path: PATH,
    kept: shot.touches.tidy?.works ?? NONE,
    noun: 'Work',
    wordsFor: ({ kind }) => WORK_WORDS[kind],
  })
