import { useEffect, useMemo, useRef, useState } from 'react'
import { originOf, type Origin } from '@cloudbank/core/brief'
import type { LightSettings } from '@cloudbank/core/steps'
import { change, database, perform, type RowChange, type ShootView, type Shot } from '../../data'
import { lightingOf, stepsOf } from '../../work/recipe'

/** Changes Light for one shot, its lighting or the brief. */
export interface LightEditor {
  /** What applies to the shot now, a change under way included. */
  readonly settings: LightSettings
  /** For what a change is kept. */
  readonly level: Origin
  readonly setLevel: (level: Origin) => void
  readonly hasLighting: boolean
  readonly originOf: (field: keyof LightSettings) => Origin
  /** The same object for as long as the bench is open, so that what has not changed is not drawn again. */
  readonly actions: LightActions
}

export interface LightActions {
  /** Shows a value without keeping it. */
  readonly draft: (change: Partial<LightSettings>) => void
  /** Keeps values at the level that is chosen. */
  readonly keep: (words: string, change: Partial<LightSettings>, mergeKey?: string) => void
  /** Takes what the shot sets for these fields off it. */
  readonly release: (words: string, fields: readonly (keyof LightSettings)[]) => void
}

const PLACES: Readonly<Record<Origin, string>> = {
  shot: '',
  lighting: ', for the lighting',
  brief: ', in the brief',
}

export function useLightEditor(view: ShootView, shot: Shot): LightEditor {
  const [level, setLevel] = useState<Origin>('shot')
  const { drafted, draft, holdUntilSaved } = useDraft(view)
  const lighting = lightingOf(shot, view.lightings)
  const { light } = stepsOf(shot, {
    steps: view.briefRow.brief.steps,
    lightings: view.lightings,
  })
  const latest = useRef<LightActions | null>(null)
  latest.current = {
    draft,
    keep: (words, changed, mergeKey) =>
      holdUntilSaved(changed, async () => {
        const rowChange = await changeAt(level, view, shot, changed)
        await perform({
          shootId: view.shoot.id,
          shotIds: level === 'shot' ? [shot.id] : [],
          words: words + PLACES[level],
          changes: [rowChange],
          ...(mergeKey ? { mergeKey: `${shot.id}/${level}/${mergeKey}` } : {}),
        })
      }),
    release: (words, fields) => {
      const kept = Object.entries(shot.touches.light).filter(
        ([key]) => !fields.some((field) => field === key),
      )
      void perform({
        shootId: view.shoot.id,
        shotIds: [shot.id],
        words,
        changes: [
          change('shots', shot, { touches: { ...shot.touches, light: Object.fromEntries(kept) } }),
        ],
      })
    },
  }
  const actions = useMemo(
    (): LightActions => ({
      draft: (changed) => latest.current?.draft(changed),
      keep: (words, changed, mergeKey) => latest.current?.keep(words, changed, mergeKey),
      release: (words, fields) => latest.current?.release(words, fields),
    }),
    [],
  )
  return {
    settings: drafted ? { ...light, ...drafted } : light,
    level,
    setLevel,
    hasLighting: lighting !== null,
    originOf: (field) => originOf(field, lighting, shot.touches),
    actions,
  }
}

/** The change of the row that holds the level's settings, built on what is in the database now. */
async function changeAt(
  level: Origin,
  view: ShootView,
  shot: Shot,
  changed: Partial<LightSettings>,
): Promise<RowChange> {
  if (level === 'brief') {
    const row = (await database.briefs.get(view.briefRow.id)) ?? view.briefRow
    const { steps } = row.brief
    const brief = { ...row.brief, steps: { ...steps, light: { ...steps.light, ...changed } } }
    return change('briefs', row, { brief })
  }
  const fresh = (await database.shots.get(shot.id)) ?? shot
  const lighting =
    level === 'lighting' && fresh.lightingId !== null
      ? await database.lightings.get(fresh.lightingId)
      : undefined
  if (lighting) return change('lightings', lighting, { light: { ...lighting.light, ...changed } })
  const light = { ...fresh.touches.light, ...changed }
  return change('shots', fresh, { touches: { ...fresh.touches, light } })
}

/** A view that has not come back with what was saved by then will not come. */
const COMES_WITHIN_MS = 600

/** A change under way is shown until it has been saved and the view has come back with it. */
function useDraft(view: ShootView) {
  const [drafted, setDrafted] = useState<Partial<LightSettings> | null>(null)
  const saving = useRef(Promise.resolve())
  const unsaved = useRef(0)
  const lastTurn = useRef(0)
  useEffect(() => {
    if (unsaved.current === 0) setDrafted(null)
  }, [view])
  return {
    drafted,
    draft: (changed: Partial<LightSettings>) => setDrafted((before) => ({ ...before, ...changed })),
    holdUntilSaved: (changed: Partial<LightSettings>, save: () => Promise<void>): void => {
      setDrafted((before) => ({ ...before, ...changed }))
      unsaved.current++
      const turn = ++lastTurn.current
      // One after the other, so that each builds on the one before.
      saving.current = saving.current.then(save).finally(() => {
        unsaved.current--
        // The view may have come already, before the saving said that it was done.
        setTimeout(() => turn === lastTurn.current && setDrafted(null), COMES_WITHIN_MS)
      })
    },
  }
}
