import { useEffect, useMemo, useRef, useState } from 'react'
import { useCommand } from '../../keys/commands'
import { useGo } from '../../ui/useGo'
import { useHistory, type ShootView, type Shot, type ShotId } from '../../data'
import { attempt } from '../../notices'
import { recordVerdict, RETURN_REASONS, type NewVerdict } from '../../work/verdicts'
import { useReview } from './reviewStore'
import { strings } from './strings'

/** Where a review is, and what can be done with the shot that is seen. */
export function useReviewModel(view: ShootView) {
  const { round, goTo, end } = useReview()
  const go = useGo()
  const [isClose, setClose] = useState(false)
  const [place, setPlace] = useState(0)
  const [isAsking, setAsking] = useState(false)
  const { ids: queue, at } = round ?? { ids: [], at: 0 }
  const byId = useMemo(() => new Map(view.shots.map((shot) => [String(shot.id), shot])), [view])
  // Shots that were removed meanwhile are left out.
  const shots = useMemo(() => queue.flatMap((id) => byId.get(id) ?? []), [queue, byId])
  const shot = shots[at]
  const move = (to: number): void => {
    setClose(false)
    setPlace(0)
    goTo(to)
  }
  /** The shots by the deeds that gave them their verdicts. */
  const given = useRef(new Map<number, ShotId>())
  const judge = (verdict: NewVerdict): void => {
    if (!shot) return
    const record = async (): Promise<void> => {
      const deed = await recordVerdict(shot, view, verdict)
      if (deed !== null) given.current.set(deed, shot.id)
    }
    attempt(record(), strings.verdictCouldntBeSaved)
    move(at + 1)
  }
  // A verdict that is taken back brings its shot back.
  const history = useHistory({ shootId: view.shoot.id })
  useEffect(() => {
    for (const { id, undone } of history) {
      const place = undone ? shots.findIndex((one) => one.id === given.current.get(id)) : -1
      if (undone) given.current.delete(id)
      if (place < 0) continue
      setClose(false)
      setPlace(0)
      goTo(place)
    }
  }, [history, shots, goTo])
  const pass = (): void => judge({ kind: 'passed' })
  const returnFor = (reason: string): void => judge({ kind: 'returned', reason })
  const touchUp = (): void => {
    if (shot) go(`/shoots/${view.shoot.id}/shots/${shot.id}`, { state: { from: 'review' } })
  }
  const leave = (): void => {
    end()
    go(`/shoots/${view.shoot.id}`)
  }
  const isOpen = shot !== undefined
  useCommand('reviewPass', pass, isOpen)
  useCommand('reason1', () => returnFor(RETURN_REASONS[0]), isOpen)
  useCommand('reason2', () => returnFor(RETURN_REASONS[1]), isOpen)
  useCommand('reason3', () => returnFor(RETURN_REASONS[2]), isOpen)
  useCommand('reason4', () => returnFor(RETURN_REASONS[3]), isOpen)
  useCommand('reason5', () => returnFor(RETURN_REASONS[4]), isOpen)
  useCommand('inWords', () => setAsking(true), isOpen)
  useCommand('touchUp', touchUp, isOpen)
  useCommand('next', () => move(at + 1), isOpen)
  useCommand('previous', () => move(at - 1), at > 0)
  useCommand('actual', () => setClose((close) => !close), isOpen)
  useCommand('doubt', () => setPlace((n) => n + 1), isOpen)
  useCommand('clear', () => (isClose ? setClose(false) : leave()))
  return {
    at,
    total: shots.length,
    shots,
    ids: new Set<string>(shots.map(({ id }) => id)),
    shot,
    goTo: move,
    pass,
    returnFor,
    touchUp,
    leave,
    /** Whether the doubtful place is seen at 1:1 in the large picture. */
    isClose,
    setClose,
    /** How often the next doubtful place has been asked for. */
    place,
    isAsking,
    setAsking,
  }
}

export type ReviewModel = ReturnType<typeof useReviewModel>

/** What a shot is called where there is room for a few words. */
export function shotTitle(shot: Shot, view: ShootView): string {
  const product = shot.sku === null ? undefined : view.products.get(shot.sku)
  return [product?.name ?? shot.fileName, product ? shot.angle : null]
    .filter((part) => part !== null && part !== '')
    .join(', ')
}
