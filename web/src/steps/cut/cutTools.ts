import { create } from 'zustand'
import { CUT_LOOKS, type CutLook } from '@cloudbank/core/steps'
import type { KeyName } from '../../keys/keys'

/** What the pointer does to the cut. */
export const TOOLS = [
  { id: 'hand', word: 'Move', hint: 'Drag the picture.' },
  {
    id: 'keep',
    word: 'Keep',
    hint: 'Stroke over parts of the product that are missing. The cut is redone near the stroke.',
  },
  {
    id: 'drop',
    word: 'Remove',
    hint: 'Stroke over parts that aren’t product. The cut is redone near the stroke.',
  },
  { id: 'paint', word: 'Paint', hint: 'Paints product exactly where the brush goes.' },
  { id: 'erase', word: 'Erase', hint: 'Removes product exactly where the brush goes.' },
  {
    id: 'flip',
    word: 'Flip',
    hint: 'Click a loose piece to remove it, a gap to close it, or a closed gap to open it.',
  },
  {
    id: 'box',
    word: 'Box',
    hint: 'Draw a box around the product; everything outside is removed.',
  },
  { id: 'edge', word: 'Edge', hint: 'Stroke along the edge to move or soften that stretch.' },
  {
    id: 'path',
    word: 'Path',
    hint: 'Click for corners, drag for curves, click the first node to close. Drag nodes and handles to move them; click the line to add a node, Del to delete it, double-click to switch between corner and curve.',
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
