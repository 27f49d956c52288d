import type { Retouch } from '@cloudbank/core/steps'
import type { ShootId, Shot } from '../../../../data'
import { useListed, type ListedActions } from '../../hand'

const NONE: Readonly<Record<string, Retouch>> = {}
const PATH = ['touches', 'tidy', 'works']

/** The words for a work in the history and in its list. */
export const RETOUCH_WORDS: Readonly<Record<Retouch['kind'], string>> = {
  mend: 'Mended',
  borrow: 'Borrowed an area',
  calm: 'Calmed',
  tone: 'Tone smoothed',
  grain: 'Grain mended',
  sweep: 'Swept',
  blur: 'Blurred',
}

export type RetouchActions = ListedActions<Retouch>

/** What was done to a shot's surfaces by hand. */
export const useRetouches = (shootId: ShootId, shot: Shot): RetouchActions =>
  useListed<Retouch>({
    shootId,
    shot,
    path: PATH,
    kept: shot.touches.tidy?.works ?? NONE,
    noun: 'Retouch',
    wordsFor: ({ kind }) => RETOUCH_WORDS[kind],
  })
