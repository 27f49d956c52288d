import type { ReactNode } from 'react'
import type { StepId } from '@cloudbank/core/steps'
import type { KeyName } from '../keys/keys'
import type { Shot } from '../data'
import type { LensTile, LensTiles } from './lensTiles'

/** How a step looks at all shots of the sheet at once. */
export interface StepLens<Facts = unknown> {
  readonly id: StepId
  readonly word: string
  readonly keyName: KeyName
  /** Its pictures, made by the step's view of the name `tile` as they are needed. */
  readonly tiles: LensTiles<Facts>
  /** What is still to be done to the shots that have no picture yet: “to cut”. */
  readonly toDo: string
  /** What goes on with them once it was stopped: “Cut the rest”. */
  readonly goOn: string
  /** A picture on its tile. */
  Picture(props: { readonly tile: LensTile<Facts>; readonly shot: Shot }): ReactNode
  /** The figure in a tile's caption; `undefined` until the picture is there. */
  reading(facts: Facts | undefined): string
  /** Those with the largest number come first where the worst do. */
  badness(facts: Facts | undefined): number
}

/** Gives a lens its type. */
export const defineLens = <Facts>(lens: StepLens<Facts>): StepLens<Facts> => lens
