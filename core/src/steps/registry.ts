import { cut } from './cut'
import { defineRegistry } from './defineRegistry'
import { finish } from './finish'
import { frame } from './frame'
import { ground } from './ground'
import { light } from './light'

/**
 * The steps, in the order in which they always run. Light comes first so that everything after it
 * sees true colour; Ground before Frame, for what lies beyond the photograph is ground; Finish last.
 */
export const STEPS = defineRegistry([light, cut, ground, frame, finish])

export type StepId = (typeof STEPS)[number]['id']
