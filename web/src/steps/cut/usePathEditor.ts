import { useState } from 'react'
import {
  corner,
  type Outline,
  type PathNode,
  type Repair,
  type RepairOf,
} from '@cloudbank/core/steps'
import { type Point } from '@cloudbank/core/strokes'
import {
  hitAt,
  withHandleMoved,
  withNodeMoved,
  withNodeOn,
  withNodeTurned,
  withoutNode,
  type Hit,
  type Measure,
  type NodeAt,
} from './path'
import { nextTurn, type HandActions } from '../../stage/hand'
import { strings } from './strings'

/** Nodes and handles are caught within this many pixels of the screen. */
const REACH_PX = 8

export interface PathEditor {
  readonly outlines: readonly Outline[]
  /** Nodes of an outline that is not closed yet. */
  readonly open: readonly PathNode[] | null
  readonly chosen: NodeAt | null
  readonly onDown: (at: Point, measure: Measure, clicks: number) => void
  readonly onDrag: (at: Point) => void
  readonly onUp: () => void
  /** Takes the chosen node away. */
  readonly dropNode: () => void
  /** Puts outlines in the place of what there is. */
  readonly setOutlines: (words: string, outlines: readonly Outline[]) => void
}

/** What the hand does to the path. */
type Work =
  | { readonly kind: 'draw' }
  | { readonly kind: 'move'; readonly hit: Exclude<Hit, { kind: 'line' }>; readonly moved: boolean }

/** Draws and changes the path among the repairs of a shot; there is one at most. */
export function usePathEditor({
  all: repairs,
  add,
  change,
  remove,
}: HandActions<Repair>): PathEditor {
  const found = Object.entries(repairs).find(
    (entry): entry is [string, RepairOf<'path'>] => entry[1].kind === 'path' && !entry[1].hidden,
  )
  const [draft, setDraft] = useState<readonly Outline[] | null>(null)
  const [open, setOpen] = useState<readonly PathNode[] | null>(null)
  const [chosen, setChosen] = useState<NodeAt | null>(null)
  const [work, setWork] = useState<Work | null>(null)
  const outlines = draft ?? found?.[1].outlines ?? []

  const setOutlines = (words: string, next: readonly Outline[]): void => {
    setDraft(null)
    if (next.length === 0) {
      if (found) remove(found[0])
    } else if (found) change(found[0], words, { ...found[1], outlines: [...next] })
    else add({ kind: 'path', turn: nextTurn(repairs), hidden: false, outlines: [...next] })
  }

  const onDown = (at: Point, measure: Measure, clicks: number): void => {
    if (open) {
      const [first] = open
      if (open.length >= 2 && first && measure(first.at, at) <= REACH_PX) {
        setOpen(null)
        setOutlines(strings.pathClosed, [...outlines, [...open]])
        return
      }
      setOpen([...open, corner(at)])
      setWork({ kind: 'draw' })
      return
    }
    const hit = hitAt(outlines, chosen, at, measure, REACH_PX)
    if (!hit) {
      setChosen(null)
      setOpen([corner(at)])
      setWork({ kind: 'draw' })
    } else if (hit.kind === 'line') {
      setOutlines(strings.nodeAdded, withNodeOn(outlines, hit))
      setChosen({ outline: hit.outline, node: hit.node + 1 })
    } else if (hit.kind === 'node' && clicks === 2)
      setOutlines(strings.nodeSwitched, withNodeTurned(outlines, hit))
    else {
      setChosen({ outline: hit.outline, node: hit.node })
      setWork({ kind: 'move', hit, moved: false })
    }
  }

  const onDrag = (at: Point): void => {
    if (work?.kind === 'draw' && open) {
      const last = open.at(-1)!
      const mirrored: Point = [2 * last.at[0] - at[0], 2 * last.at[1] - at[1]]
      setOpen([...open.slice(0, -1), { at: last.at, out: at, in: mirrored }])
    } else if (work?.kind === 'move') {
      const { hit } = work
      setDraft(
        hit.kind === 'node' ? withNodeMoved(outlines, hit, at) : withHandleMoved(outlines, hit, at),
      )
      setWork({ ...work, moved: true })
    }
  }

  const onUp = (): void => {
    if (work?.kind === 'move' && work.moved && draft)
      setOutlines(work.hit.kind === 'node' ? strings.nodeMoved : strings.handleMoved, draft)
    setWork(null)
  }

  return {
    outlines,
    open,
    chosen,
    onDown,
    onDrag,
    onUp,
    setOutlines,
    dropNode: () => {
      if (open) setOpen(open.length > 1 ? open.slice(0, -1) : null)
      else if (chosen) {
        setOutlines(strings.nodeDeleted, withoutNode(outlines, chosen))
        setChosen(null)
      }
    },
  }
}
