import { lightingOf } from '@cloudbank/core/shoot'
import { planOf, recipeOf, stepsOf } from '../work/model'
import { useMemo, useRef, useState } from 'react'
import {
  originOf,
  settingsFor,
  type BriefSteps,
  type Origin,
  type Plan,
  type Touches,
} from '@cloudbank/core/brief'
import type { Placement } from '@cloudbank/core/outlets'
import { PER_PLACEMENT, STEPS, type StepId } from '@cloudbank/core/steps'
import { valueAt, withValueAt, type Path, type ShootView, type Shot } from '../data'
import {
  drafted,
  stepWith,
  useDrafts,
  type Drafts,
  type FieldOf,
  type DraftPlace,
} from '../settings'
import { strings } from './strings'
import { lightingTouches } from '@cloudbank/core/shoot'

/** Changes the settings of one shot, of its lighting or of the brief. */
export interface ShotEditor {
  /** What applies to the shot now, a change under way included. */
  readonly steps: BriefSteps
  readonly drafts: Drafts
  /** For what a change is kept. */
  readonly level: Origin
  readonly setLevel: (level: Origin) => void
  /** The placement for which alone the shot is changed, in steps where that can be; null for all of them. */
  readonly placementId: string | null
  readonly setPlacementId: (id: string | null) => void
  /** The placements that the shot goes to. */
  readonly placements: readonly Placement[]
  readonly hasLighting: boolean
  readonly originOf: <Id extends StepId>(step: Id, field: FieldOf<Id>) => Origin
  /** The same object for as long as the bench is open, so that what has not changed is not drawn again. */
  readonly actions: ShotActions
}

export interface ShotActions {
  /** Shows values without keeping them. */
  readonly show: <Id extends StepId>(step: Id, changed: Partial<BriefSteps[Id]>) => void
  /** Keeps values at the level that is chosen. */
  readonly keep: <Id extends StepId>(
    words: string,
    step: Id,
    changed: Partial<BriefSteps[Id]>,
    mergeKey?: string,
  ) => void
  /** Takes what the shot sets for these fields off it. */
  readonly release: <Id extends StepId>(
    words: string,
    step: Id,
    fields: readonly FieldOf<Id>[],
  ) => void
}

const PLACES: Readonly<Record<Origin, string>> = {
  shot: '',
  lighting: strings.forLighting,
  brief: strings.inBrief,
}

export function useShotEditor(view: ShootView, shot: Shot): ShotEditor {
  const [level, setLevel] = useState<Origin>('shot')
  const [chosen, setPlacementId] = useState<string | null>(null)
  const kept = ({ table, path }: DraftPlace): unknown => {
    if (table === 'shots') return valueAt(shot, path)
    if (table === 'lightings') return valueAt(lightingOf(shot, view.lightings), path)
    return valueAt(view.briefRow, path)
  }
  const { drafts, actions } = useDrafts(view.shoot.id, kept, view.readAt)
  const lighting = lightingOf(shot, view.lightings)
  const recipe = recipeOf(view)
  const { placements } = recipe.steps.finish
  const placement = (level === 'shot' && placements.find(({ id }) => id === chosen)) || null
  const placementId = placement?.id ?? null
  const latest = useRef<ShotActions | null>(null)
  latest.current = {
    show: (step, changed) =>
      actions.show(Object.entries(changed).map(([field, value]) => ({ step, field, value }))),
    keep: (words, step, changed, mergeKey) => {
      // A lighting has settings of Light only.
      const at = level === 'lighting' && step !== 'light' ? 'shot' : level
      const changes = Object.entries(changed).map(([field, value]) => ({
        step,
        field,
        value: value as unknown,
        place: placeOf(at, view, shot, step, field, placementId),
      }))
      const only = at === 'shot' && isPerPlacement(step) ? placement : null
      const key =
        mergeKey === undefined
          ? undefined
          : `${shot.id}/${at}/${step}/${only?.id ?? ''}/${mergeKey}`
      actions.keep(words + (only ? strings.for(only.name) : PLACES[at]), changes, key)
    },
    release: (words, step, fields) =>
      actions.keep(
        words,
        fields.map((field) => ({
          step,
          field,
          value: undefined,
          place: placeOf('shot', view, shot, step, field, placementId),
        })),
      ),
  }
  const lasting = useMemo(
    (): ShotActions => ({
      show: (...args) => latest.current?.show(...args),
      keep: (...args) => latest.current?.keep(...args),
      release: (...args) => latest.current?.release(...args),
    }),
    [],
  )
  return {
    steps: withAllDrafts(
      placement
        ? withPlacement(stepsOf(shot, recipe), planOf(shot, recipe), placement)
        : stepsOf(shot, recipe),
      drafts,
    ),
    drafts,
    level,
    setLevel,
    placementId,
    setPlacementId,
    placements,
    hasLighting: lighting !== null,
    originOf: (step, field) =>
      placementId !== null && valueAt(shot, ownPath(step, field, placementId)) !== undefined
        ? 'shot'
        : originOf(step, field, lightingTouches(lighting), shot.touches),
    actions: lasting,
  }
}

const withAllDrafts = (steps: BriefSteps, drafts: Drafts): BriefSteps =>
  Object.fromEntries(STEPS.map(({ id }) => [id, drafted(steps[id], id, drafts)])) as BriefSteps // of every step

/** Whether a shot can set something in a step for one placement alone. */
const isPerPlacement = (step: StepId): boolean => PER_PLACEMENT in stepWith(step).own.shape

/** The settings of a shot as one placement has them, in the steps where that can be set. */
const withPlacement = (steps: BriefSteps, plan: Plan, placement: Placement): BriefSteps => ({
  ...steps,
  ...Object.fromEntries(
    STEPS.filter(({ id }) => isPerPlacement(id)).map((step) => [
      step.id,
      step.settings.parse(settingsFor(plan, step, placement)),
    ]),
  ),
})

/** Where a shot keeps a setting of its own; it may be for one placement alone. */
const ownPath = (step: StepId, field: string, placementId: string | null): Path =>
  placementId !== null && isPerPlacement(step)
    ? ['touches', step, PER_PLACEMENT, placementId, field]
    : ['touches', step, field]

/** A shot's touches with what is being changed. */
export function touchesWith({ touches }: Shot, { drafts, placementId }: ShotEditor): Touches {
  let made = touches
  for (const { step, field, value } of drafts.values()) {
    const [, ...path] = ownPath(step, field, placementId)
    made = withValueAt(made, path, value) as Touches // of the step's own field
  }
  return made
}

/** Where a level keeps a setting. */
function placeOf(
  level: Origin,
  view: ShootView,
  shot: Shot,
  step: StepId,
  field: string,
  placementId: string | null,
): DraftPlace {
  if (level === 'brief')
    return { table: 'briefs', id: view.briefRow.id, path: ['brief', 'steps', step, field] }
  if (level === 'lighting' && shot.lightingId !== null && step === 'light')
    return { table: 'lightings', id: shot.lightingId, path: ['light', field] }
  return { table: 'shots', id: shot.id, path: ownPath(step, field, placementId) }
}
