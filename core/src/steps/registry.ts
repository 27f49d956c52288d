import { cut } from './cut'
import { defineRegistry } from './defineRegistry'
import { finish } from './finish'
import { frame } from './frame'
import { ground } from './ground'
import { light } from './light'
import { mark } from './mark'
import { tidy } from './tidy'

/**
 * The steps, in the order in which they always run. Light comes first so that everything after it
 * sees true colour; Tidy before Cut, so that a cut-out is clean; Ground before Frame, for what lies beyond the
 * photograph is ground; Mark after it, for marks are laid out in the frame; Finish last.
 */
export const STEPS = defineRegistry([light, tidy, cut, ground, frame, mark, finish])

export type StepId = (typeof STEPS)[number]['id']
