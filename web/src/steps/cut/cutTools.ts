import { create } from 'zustand'
import { CUT_LOOKS, type CutLook } from '@cloudbank/core/steps'
import type { KeyName } from '../../keys/keys'
import { strings } from './strings'

/** What the pointer does to the cut. */
export const TOOLS = [
  { id: 'hand', word: strings.move, hint: strings.dragPicture },
  {
    id: 'keep',
    word: strings.keep,
    hint: strings.strokeOverPartsOfProduct,
  },
  {
    id: 'drop',
    word: strings.remove,
    hint: strings.strokeOverPartsThatArent,
  },
  { id: 'paint', word: strings.paint, hint: strings.paintsProductExactlyWhereBrush },
  { id: 'erase', word: strings.erase, hint: strings.removesProductExactlyWhereBrush },
  { id: 'seeThrough', word: strings.glass, hint: strings.strokeOverGlassOrGauze },
  {
    id: 'flip',
    word: strings.flip,
    hint: strings.clickLoosePieceToRemove,
  },
  {
    id: 'box',
    word: strings.box,
    hint: strings.drawBoxAroundProductEverything,
  },
  { id: 'edge', word: strings.edge, hint: strings.strokeAlongEdgeToMove },
  {
    id: 'path',
    word: strings.path,
    hint: strings.clickForCornersDragFor,
  },
] as const satisfies readonly { id: KeyName; word: string; hint: string }[]

export type ToolId = (typeof TOOLS)[number]['id']

/** The words for what a cut-out is seen on. */
export const LOOK_WORDS: Readonly<Record<CutLook, string>> = {
  grey: 'Grey',
  white: 'White',
  black: 'Black',
  checker: 'Checker',
  alpha: 'Alpha',
  outline: 'Outline',
}

interface CutTools {
  readonly tool: ToolId
  readonly look: CutLook
  readonly radius: number
  readonly hardness: number
  /** What the edge tool does, in pixels at 1000 px. */
  readonly shift: number
  readonly soften: number
}

/** What is in hand stays so from shot to shot. */
export const useCutTools = create<CutTools>()(() => ({
  tool: 'hand',
  look: 'grey',
  radius: 0.012,
  hardness: 0.8,
  shift: -1,
  soften: 0,
}))

export const nextLook = (look: CutLook): CutLook =>
  CUT_LOOKS[(CUT_LOOKS.indexOf(look) + 1) % CUT_LOOKS.length]!
