import { useRef } from 'react'
import {
  areAllowed,
  changedMark,
  isWanted,
  markName,
  type Mark,
  type MarkChange,
  type MarkKind,
  type MarkWork,
} from '@cloudbank/core/steps'
import type { Bench } from '../../stage/bench'
import { nextTurn, useHands, type HandActions } from '../../stage/hand'
import { duplicateOf, newMark } from './newMark'
import { strings } from './strings'

/** A mark that a shot may have, and where it comes from. */
export interface ListedMark {
  /** As it is drawn here. */
  readonly mark: Mark
  readonly name: string
  readonly from: 'brief' | 'shot'
  /** Whether it is drawn on the picture that is seen. */
  readonly standing: 'drawn' | 'left-out' | 'not-here'
}

/** The marks of a shot as one placement has them, and all that can be done to them. */
export interface Marks {
  readonly listed: readonly ListedMark[]
  /** Whether this placement has marks at all. */
  readonly allowed: boolean
  /** What a person did to the marks of this shot. */
  readonly works: HandActions<MarkWork>
  readonly add: (kind: MarkKind) => string
  readonly duplicate: (id: string) => string | null
  /** Changes how a mark is, at the level that is chosen. */
  readonly edit: (id: string, words: string, change: (mark: Mark) => Mark) => void
  /** Changes where and how large it is: for this shot, unless changes go into the brief. */
  readonly place: (id: string, words: string, change: MarkChange) => void
  readonly leaveOut: (id: string) => void
  readonly putBack: (id: string) => void
  readonly move: (id: string, by: -1 | 1) => void
}

export function useMarks({ view, shot, editor, plan, placementId }: Bench): Marks {
  const works = useHands<MarkWork>(view.shoot.id, shot, 'mark')
  const settings = editor.steps.mark
  const placement = editor.placements.find(({ id }) => id === placementId) ?? editor.placements[0]
  const entries = Object.entries(works.all).sort(([, a], [, b]) => a.turn - b.turn)
  const added = entries.flatMap(([id, work]) => (work.kind === 'added' ? [{ id, work }] : []))
  const only = editor.placementId
  const isOf = (work: MarkWork, id: string): boolean => work.kind !== 'added' && work.mark === id
  const isHere = (work: MarkWork): boolean =>
    work.kind !== 'added' && (work.placement === null || work.placement === placement?.id)

  const asDrawn = (mark: Mark): Mark =>
    entries.reduce(
      (last, [, work]) =>
        work.kind === 'changed' && !work.hidden && isOf(work, mark.id) && isHere(work)
          ? changedMark(last, work.change)
          : last,
      mark,
    )
  const standingOf = (mark: Mark, hidden: boolean): ListedMark['standing'] => {
    const out = entries.some(
      ([, work]) => work.kind === 'left-out' && !work.hidden && isOf(work, mark.id) && isHere(work),
    )
    if (hidden || out) return 'left-out'
    return placement && isWanted(mark.rule, plan.about, placement) ? 'drawn' : 'not-here'
  }
  const listedOf = (mark: Mark, from: ListedMark['from'], hidden = false): ListedMark => ({
    mark: asDrawn(mark),
    name: markName(mark),
    from,
    standing: standingOf(mark, hidden),
  })
  const listed = [
    ...settings.marks.map((mark) => listedOf(mark, 'brief')),
    ...added.map(({ work }) => listedOf(work.mark, 'shot', work.hidden)),
  ]
  const nameOf = (id: string): string => listed.find(({ mark }) => mark.id === id)?.name ?? ''
  /** The list with what has been changed since it was drawn: several may be changed in one go. */
  const latest = useRef(settings.marks)
  latest.current = settings.marks
  const keepList = (words: string, marks: readonly Mark[], key?: string): void => {
    latest.current = [...marks]
    editor.actions.keep(words, 'mark', { marks: latest.current }, key)
  }
  const workOf = (id: string) => added.find(({ work }) => work.mark.id === id)
  const intoBrief = editor.level === 'brief'

  const insert = (mark: Mark): string => {
    const words = strings.added(markName(mark))
    if (intoBrief) keepList(words, [...latest.current, mark])
    else works.add({ kind: 'added', turn: nextTurn(works.all), hidden: false, mark })
    return mark.id
  }
  const edit: Marks['edit'] = (id, words, change) => {
    const own = workOf(id)
    if (own) works.change(own.id, words, { ...own.work, mark: change(own.work.mark) })
    else
      keepList(
        words,
        latest.current.map((mark) => (mark.id === id ? change(mark) : mark)),
        `mark ${id}`,
      )
  }
  return {
    listed,
    allowed: placement !== undefined && areAllowed(settings, plan.about),
    works,
    add: (kind) => insert(newMark(kind)),
    duplicate: (id) => {
      const found = listed.find(({ mark }) => mark.id === id)
      return found ? insert(duplicateOf(found.mark)) : null
    },
    edit,
    place: (id, words, change) => {
      const own = workOf(id)
      if (own || (intoBrief && only === null)) {
        edit(id, words, (mark) => changedMark(mark, change))
        return
      }
      // What was changed of it before is lengthened, so that the list stays short.
      const before = entries.find(
        ([, work]) => work.kind === 'changed' && isOf(work, id) && work.placement === only,
      )
      if (before?.[1].kind === 'changed') {
        const [workId, work] = before
        works.change(workId, words, { ...work, hidden: false, change: merged(work.change, change) })
      } else
        works.change(crypto.randomUUID(), words, {
          kind: 'changed',
          turn: nextTurn(works.all),
          hidden: false,
          mark: id,
          placement: only,
          change,
        })
    },
    leaveOut: (id) => {
      const own = workOf(id)
      if (own) works.remove(own.id)
      else if (intoBrief && only === null)
        keepList(
          strings.deleted(nameOf(id)),
          latest.current.filter((mark) => mark.id !== id),
        )
      else
        works.change(crypto.randomUUID(), strings.leftOut(nameOf(id)), {
          kind: 'left-out',
          turn: nextTurn(works.all),
          hidden: false,
          mark: id,
          placement: only,
        })
    },
    putBack: (id) => {
      const own = workOf(id)
      if (own) works.setHidden(own.id, false)
      for (const [workId, work] of entries)
        if (work.kind === 'left-out' && isOf(work, id) && isHere(work)) works.remove(workId)
    },
    move: (id, by) => {
      const words = strings.ordered(nameOf(id))
      const at = settings.marks.findIndex((mark) => mark.id === id)
      if (at >= 0) {
        keepList(words, swapped(settings.marks, at, at + by))
        return
      }
      const own = added.findIndex(({ work }) => work.mark.id === id)
      const [one, other] = [added[own], added[own + by]]
      if (!one || !other) return
      works.change(one.id, words, { ...one.work, turn: other.work.turn })
      works.change(other.id, words, { ...other.work, turn: one.work.turn })
    },
  }
}

/** A change on top of another: sizes multiply, everything else is set. */
const merged = (before: MarkChange, change: MarkChange): MarkChange => ({
  ...before,
  ...change,
  ...(change.scale === undefined
    ? {}
    : { scale: Math.min(10, Math.max(0.1, (before.scale ?? 1) * change.scale)) }),
})

function swapped<T>(list: readonly T[], a: number, b: number): readonly T[] {
  const [one, other] = [list[a], list[b]]
  if (one === undefined || other === undefined) return list
  return list.map((item, i) => (i === a ? other : i === b ? one : item))
}
