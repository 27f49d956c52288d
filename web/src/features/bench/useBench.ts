import { planOf, recipeOf, renditionsOf, standingOf } from '../../work/model'
import { useCallback, useState } from 'react'
import { useLocation } from 'react-router'
import { z } from 'zod'
import type { Plan } from '@cloudbank/core/brief'
import { STEPS, type StepId } from '@cloudbank/core/steps'
import { useCommand, useCommandEach } from '../../keys/commands'
import { useGo } from '../../ui/useGo'
import { useHeld } from '../../keys/useHeld'
import { usePictureUrl, type ShootView, type Shot } from '../../data'
import { useMattes, useOpenPicture } from '../../preview'
import { useAssets } from '../../work/assets'
import { useSame } from '../../stage/useSame'
import { PREVIEW_SIDE_PX, type Bench, type Compare, type Seen } from '../../stage/bench'
import { useShotOrder } from './useShotOrder'
import { seenBy, WAYS, type Way } from './ways'
import { touchesWith, useShotEditor, type ShotEditor } from '../../stage/useShotEditor'
import { seenIn } from '../../steps'

/** What a screen that was left for the bench says of itself. */
const FromReview = z.object({
  from: z.literal('review'),
  /** Where what it was returned for is put right. */
  stage: z
    .enum(STEPS.map(({ id }) => id))
    .nullable()
    .default(null),
})

/** The stage stays from shot to shot; until one is chosen, a finished shot shows its result. */
let lastStage: StepId | null = null

/** How shots were last seen at each stage; it stays so from shot to shot. */
const lastSeen = new Map<StepId, Seen>()

const firstSeen = (stage: StepId): Seen =>
  lastSeen.get(stage) ?? (seenIn(stage) === 'row' ? { in: 'row' } : { in: 'alone', place: 'whole' })

/** Where a shot is seen first: as it is delivered, once it is made. */
const firstStage = (view: ShootView, shot: Shot): StepId =>
  standingOf(shot, recipeOf(view), view.renditions) === 'made' ? 'finish' : 'light'

export function useBench(view: ShootView, shot: Shot): Bench & { lookBy: (way: Way) => void } {
  const fromReview = FromReview.safeParse(useLocation().state).data ?? null
  const [stage, setStage] = useState<StepId>(
    () => fromReview?.stage ?? lastStage ?? firstStage(view, shot),
  )
  const chooseStage = useCallback((next: StepId): void => {
    lastStage = next
    setStage(next)
    setSeen(firstSeen(next))
  }, [])
  const [seen, setSeen] = useState<Seen>(() => firstSeen(stage))
  const [compare, setCompare] = useState<Compare>('result')
  const see = useCallback(
    (next: Seen): void => {
      // A place of this shot means nothing to another one.
      const isPlace = next.in === 'alone' && typeof next.place === 'object'
      lastSeen.set(stage, isPlace ? { in: 'alone', place: 'actual' } : next)
      setSeen(next)
    },
    [stage],
  )
  const lookBy = (way: Way): void => {
    const next = seenBy(way, { seen, compare })
    see(next.seen)
    setCompare(next.compare)
  }
  const editor = useShotEditor(view, shot)
  const plan = usePlan(view, shot, editor)
  const assets = useAssets(plan)
  const [failure, setFailure] = useState<string | null>(null)
  const picture = useOpenPicture(shot.originalHash, {
    sidePx: PREVIEW_SIDE_PX,
    whole: true,
    onFailure: setFailure,
  })
  const made = renditionsOf(shot, recipeOf(view), view.renditions)
  const [placementId, showRendition] = useState<string | null>(null)
  const rendition =
    made.find((row) => row.placementId === (editor.placementId ?? placementId)) ?? made[0]

  const go = useGo()
  const shootId = view.shoot.id
  const order = useShotOrder(view, shot.id)
  const at = order.findIndex(({ id }) => id === shot.id)
  const open = useCallback((id: string) => go(`/shoots/${shootId}/shots/${id}`), [go, shootId])
  const isFromReview = fromReview !== null
  const leave = useCallback(
    () => go(isFromReview ? `/shoots/${shootId}/review` : `/shoots/${shootId}`),
    [go, shootId, isFromReview],
  )
  const step = (by: number): void => {
    const next = order[at + by]
    if (next) open(next.id)
  }
  const changeStage = (by: number): void => {
    const next = STEPS[STEPS.findIndex(({ id }) => id === stage) + by]
    if (next) chooseStage(next.id)
  }
  useCommand('next', () => step(1), at < order.length - 1)
  useCommand('previous', () => step(-1), at > 0)
  useCommandEach(WAYS, ({ keyName }) => lookBy(keyName))
  useCommand('nextStage', () => changeStage(1))
  useCommand('previousStage', () => changeStage(-1))
  useCommand('clear', leave)
  return {
    view,
    shot,
    product: shot.sku === null ? undefined : view.products.get(shot.sku),
    order,
    at,
    open,
    leave,
    isFromReview,
    stage,
    setStage: chooseStage,
    seen,
    see,
    compare,
    lookBy,
    editor,
    plan,
    assets,
    picture,
    mattes: useMattes(plan, assets),
    failure,
    original: usePictureUrl({ table: 'originals', hash: shot.originalHash }),
    originalHeld: useHeld('original'),
    made,
    rendition,
    showRendition,
    placementId: editor.placementId ?? rendition?.placementId,
  }
}

const usePlan = (view: ShootView, shot: Shot, editor: ShotEditor): Plan =>
  useSame(planOf({ ...shot, touches: touchesWith(shot, editor) }, recipeOf(view)))
