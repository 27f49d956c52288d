import { useEffect, useMemo, useState } from 'react'
import type { Doubt } from '@cloudbank/core/matte'
import type { CutFacts, Repair } from '@cloudbank/core/steps'
import { useCommand } from '../../keys/commands'
import { nextTurn, type HandActions } from '../../stage/hand'
import type { PicturePoint } from '../../stage/view'

/** The places to check of a cut, gone through one after the other. */
export interface Doubts {
  readonly all: readonly Doubt[]
  /** The one in view, counted from 0; −1 before the first. */
  readonly at: number
  /** Shows one of them. */
  readonly show: (at: number) => void
  /** The gap in view; null where a stretch or nothing is. */
  readonly gap: { readonly isOpen: boolean; readonly turn: () => void } | null
}

export function useDoubts(
  shotId: string,
  facts: CutFacts | null,
  { all: repairs, add }: Pick<HandActions<Repair>, 'all' | 'add'>,
  goTo: (place: PicturePoint) => void,
): Doubts {
  const all = useMemo(
    // Of the automatic cut: whoever has repaired one goes on to the next.
    () => (facts?.kind === 'cut' ? facts.doubts : []),
    [facts],
  )
  const [at, setAt] = useState(-1)
  useEffect(() => setAt(-1), [shotId])
  const show = (place: number): void => {
    const { x, y, width, height } = all[place]!.box
    setAt(place)
    goTo({ x: x + width / 2, y: y + height / 2 })
  }

  const doubt = all[at]
  const point = doubt?.kind === 'gap' ? doubt.points[0] : undefined
  const gap = useMemo(() => {
    if (doubt?.kind !== 'gap' || !point) return null
    const turns = Object.values(repairs).filter(
      (repair) =>
        repair.kind === 'flip' && !repair.hidden && repair.at.every((v, k) => v === point[k]),
    )
    return {
      isOpen: turns.length % 2 === 0 ? doubt.isOpen : !doubt.isOpen,
      turn: () =>
        add({ kind: 'flip', turn: nextTurn(repairs), hidden: false, at: [point[0], point[1]] }),
    }
  }, [doubt, point, repairs, add])

  useCommand('doubt', () => show((at + 1) % all.length), all.length > 0)
  useCommand('turnGap', () => gap?.turn(), gap !== null)
  return { all, at, show, gap }
}
