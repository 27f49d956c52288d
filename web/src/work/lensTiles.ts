import { useEffect, useMemo } from 'react'
import { create, type StoreApi, type UseBoundStore } from 'zustand'
import type { Plan } from '@cloudbank/core/brief'
import { CancelledError } from '@cloudbank/core/engine'
import type { Job, JobResults } from '@cloudbank/hosts/pool'
import { database, type ShootView, type Shot } from '../data'
import { useNotices } from '../notices'
import { assetsOf } from './assets'
import { sharedPool } from './pool'
import { planOf, recipeOf } from './recipe'
import { mattesOf } from './runs'

/** Side of a tile's picture, in pixels. */
const SIDE_PX = 320

/** Pictures that are kept at most; the oldest go, and are made again when they are looked at. */
const KEPT = 6000

/** The jobs that make the small pictures of a lens. */
type TileJob = 'cut-tile' | 'tidy-tile'

/** A small picture as it stands on the sheet, with what is known of it. */
export type ShownTile<Kind extends TileJob> = JobResults[Kind]['facts'] & {
  /** Where its picture is, for as long as the page is open. */
  readonly url: string
}

interface Tiles<Kind extends TileJob> {
  readonly tiles: ReadonlyMap<string, ShownTile<Kind>>
  /** Shots that are still to be made; null while nothing is at work. */
  readonly left: number | null
  /** Whether a person stopped it: it goes on when they say so, or look at the lens anew. */
  readonly stopped: boolean
}

/** The small pictures of one lens, made as they are needed. */
export interface LensTiles<Kind extends TileJob> {
  readonly useTiles: UseBoundStore<StoreApi<Tiles<Kind>>>
  /** What a shot's picture depends on. */
  readonly keyOf: (shot: Shot, view: ShootView) => string
  /** Makes what is missing of these shots, in the workers, for as long as it is wanted or till stopped. */
  readonly useMaking: (view: ShootView, shots: readonly Shot[], wanted: boolean) => void
  /** Stops the making, or goes on with it. */
  readonly setStopped: (stopped: boolean) => void
}

/** @param failed what is said of a shot of which none can be made. */
export function lensTiles<Kind extends TileJob>(
  kind: Kind,
  planKey: (plan: Plan) => string,
  failed: (name: string) => string,
): LensTiles<Kind> {
  const useTiles = create<Tiles<Kind>>()(() => ({ tiles: new Map(), left: null, stopped: false }))
  const keys = new WeakMap<Shot, { readonly steps: unknown; readonly key: string }>()

  function keyOf(shot: Shot, view: ShootView): string {
    const recipe = recipeOf(view)
    const known = keys.get(shot)
    if (known?.steps === recipe.steps) return known.key
    const key = planKey(planOf(shot, recipe))
    keys.set(shot, { steps: recipe.steps, key })
    return key
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
      const tell = (count: number | null): void =>
        useTiles.setState({ left: count } as Partial<Tiles<Kind>>)
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
    const job: Extract<Job, { readonly kind: TileJob }> = {
      kind: kind as TileJob, // whichever it is, it is asked for in the same words
      source: original.blob,
      plan,
      mattes: await mattesOf(plan, database),
      assets: await assetsOf(plan),
      sidePx: SIDE_PX,
    }
    const { bytes, facts, mattes } = await sharedPool().run<TileJob>(job, { signal })
    await database.mattes.bulkPut([...mattes])
    // Bytes from a worker are never shared.
    const url = URL.createObjectURL(
      new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/webp' }),
    )
    useTiles.setState(({ tiles }) => {
      const made = { url, ...facts } as ShownTile<Kind> // the job answers in kind
      const all = [...tiles, [key, made] as const]
      for (const [, gone] of all.slice(0, -KEPT)) URL.revokeObjectURL(gone.url)
      return { tiles: new Map(all.slice(-KEPT)) } as Partial<Tiles<Kind>>
    })
  }

  const setStopped = (stopped: boolean): void =>
    useTiles.setState({ stopped } as Partial<Tiles<Kind>>)
  return { useTiles, keyOf, useMaking, setStopped }
}
