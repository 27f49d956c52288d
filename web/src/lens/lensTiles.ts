import { derived, type Recipe } from '@cloudbank/core/shoot'
import { planOf, recipeOf, sharedSteps } from '../work/model'
import { useEffect, useMemo } from 'react'
import { create, type StoreApi, type UseBoundStore } from 'zustand'
import { CancelledError, viewKey, type ViewName } from '@cloudbank/core/engine'
import { database, type ShootView, type Shot } from '../data'
import { useNotices } from '../notices'
import { assetsOf } from '../work/assets'
import { sharedPool } from '../work/pool'
import { mattesOf } from '../work/runs'

/** Side of a tile's picture, in pixels. */
const SIDE_PX = 320

/** Pictures that are kept at most; the oldest go, and are made again when they are looked at. */
const MAX_KEPT = 6000

/** A small picture as it stands on the sheet, with what is known of it. */
export interface LensTile<Facts = unknown> {
  readonly facts: Facts
  /** Where its picture is, for as long as the page is open. */
  readonly url: string
}

interface Tiles<Facts> {
  readonly tiles: ReadonlyMap<string, LensTile<Facts>>
  /** Shots that are still to be made; null while nothing is at work. */
  readonly left: number | null
  /** Whether a person stopped it: it goes on when they say so, or look at the lens anew. */
  readonly stopped: boolean
}

/** The small pictures of one lens, made as they are needed. */
export interface LensTiles<Facts = unknown> {
  readonly useTiles: UseBoundStore<StoreApi<Tiles<Facts>>>
  /** What a shot's picture depends on. */
  readonly keyOf: (shot: Shot, view: ShootView) => string
  /** Makes what is missing of these shots, in the workers, for as long as it is wanted or till stopped. */
  readonly useMaking: (view: ShootView, shots: readonly Shot[], wanted: boolean) => void
  /** Stops the making, or goes on with it. */
  readonly setStopped: (stopped: boolean) => void
}

/**
 * @param name the view that draws them; it is told `sidePx`, and what it says is taken for `Facts`.
 * @param failed what is said of a shot of which none can be made.
 */
export function lensTiles<Facts>(
  name: ViewName,
  failed: (fileName: string) => string,
): LensTiles<Facts> {
  const useTiles = create<Tiles<Facts>>()(() => ({ tiles: new Map(), left: null, stopped: false }))
  const options = { sidePx: SIDE_PX }
  const keys = derived((shot: Shot, _steps: object, recipe: Recipe): string =>
    viewKey(planOf(shot, recipe), name, options),
  )

  function keyOf(shot: Shot, view: ShootView): string {
    const recipe = recipeOf(view)
    return keys(shot, sharedSteps(shot, recipe), recipe)
  }

  function useMaking(view: ShootView, shots: readonly Shot[], wanted: boolean): void {
    const stopped = useTiles((state) => state.stopped)
    useEffect(() => {
      if (!wanted) setStopped(false)
    }, [wanted])
    const missing = useMemo(() => {
      if (!wanted || stopped) return []
      const { tiles } = useTiles.getState()
      return shots.filter((shot) => !tiles.has(keyOf(shot, view)))
    }, [view, shots, wanted, stopped])
    const names = missing.map((shot) => keyOf(shot, view)).join()
    useEffect(() => {
      if (missing.length === 0) return
      const control = new AbortController()
      let left = missing.length
      const tell = (count: number | null): void => useTiles.setState({ left: count })
      tell(left)
      const done = (): void => {
        left--
        if (!control.signal.aborted) tell(left > 0 ? left : null)
      }
      for (const shot of missing)
        makeOne(shot, view, control.signal)
          .catch((error: unknown) => {
            if (error instanceof CancelledError || control.signal.aborted) return
            useNotices.getState().say(failed(shot.fileName))
          })
          .finally(done)
      return () => {
        control.abort()
        tell(null)
      }
      // eslint-disable-next-line react-hooks/exhaustive-deps -- the names say all about what is missing
    }, [names])
  }

  async function makeOne(shot: Shot, view: ShootView, signal: AbortSignal): Promise<void> {
    const key = keyOf(shot, view)
    const plan = planOf(shot, recipeOf(view))
    const original = await database.originals.get(shot.originalHash)
    if (!original || signal.aborted) throw new CancelledError()
    const job = {
      kind: 'view',
      name,
      options,
      source: original.blob,
      plan,
      mattes: await mattesOf(plan, database),
      assets: await assetsOf(plan),
    } as const
    const { bytes, facts, mattes } = await sharedPool().run<'view'>(job, { signal })
    await database.mattes.bulkPut([...mattes])
    if (!bytes) return
    // Bytes from a worker are never shared.
    const url = URL.createObjectURL(
      new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/webp' }),
    )
    useTiles.setState(({ tiles }) => {
      const made: LensTile<Facts> = { url, facts: facts as Facts } // the view answers in its own words
      const all = [...tiles, [key, made] as const]
      for (const [, gone] of all.slice(0, -MAX_KEPT)) URL.revokeObjectURL(gone.url)
      return { tiles: new Map(all.slice(-MAX_KEPT)) }
    })
  }

  const setStopped = (stopped: boolean): void => useTiles.setState({ stopped })
  return { useTiles, keyOf, useMaking, setStopped }
}
