import { useEffect, useMemo } from 'react'
import { create } from 'zustand'
import { cutTileKey, CancelledError, type CutTile } from '@cloudbank/core/engine'
import { database, type ShootView, type Shot } from '../data'
import { useNotices } from '../notices'
import { assetsOf } from './assets'
import { sharedPool } from './pool'
import { planOf, recipeOf } from './recipe'
import { mattesOf } from './runs'

/** Side of a tile's picture, in pixels. */
const SIDE_PX = 320

/** Cut-outs that are kept at most; the oldest go, and are made again when they are looked at. */
const KEPT = 6000

/** A cut-out as it stands on the sheet. */
export interface ShownCut extends Omit<CutTile, 'picture'> {
  /** Where its picture is, for as long as the page is open. */
  readonly url: string
}

interface CutTiles {
  readonly tiles: ReadonlyMap<string, ShownCut>
  /** Shots that are still to be cut; null while nothing is at work. */
  readonly left: number | null
  /** Whether a person stopped it: it goes on when they say so, or look at the cuts anew. */
  readonly stopped: boolean
}

/** The cut-outs of the sheet, by what they depend on; made as they are needed. */
export const useCutTiles = create<CutTiles>()(() => ({
  tiles: new Map(),
  left: null,
  stopped: false,
}))

const keys = new WeakMap<Shot, { readonly steps: unknown; readonly key: string }>()

/** What a shot's cut-out depends on. */
export function cutKeyOf(shot: Shot, view: ShootView): string {
  const recipe = recipeOf(view)
  const known = keys.get(shot)
  if (known?.steps === recipe.steps) return known.key
  const key = cutTileKey(planOf(shot, recipe))
  keys.set(shot, { steps: recipe.steps, key })
  return key
}

/** Cuts what of these shots has not been cut, in the workers, for as long as it is wanted or till stopped. */
export function useCutting(view: ShootView, shots: readonly Shot[], wanted: boolean): void {
  const stopped = useCutTiles((state) => state.stopped)
  useEffect(() => {
    if (!wanted) useCutTiles.setState({ stopped: false })
  }, [wanted])
  const missing = useMemo(() => {
    if (!wanted || stopped) return []
    const { tiles } = useCutTiles.getState()
    return shots.filter((shot) => !tiles.has(cutKeyOf(shot, view)))
  }, [view, shots, wanted, stopped])
  const names = missing.map((shot) => cutKeyOf(shot, view)).join()
  useEffect(() => {
    if (missing.length === 0) return
    const control = new AbortController()
    let left = missing.length
    useCutTiles.setState({ left })
    const done = (): void => {
      left--
      if (!control.signal.aborted) useCutTiles.setState({ left: left > 0 ? left : null })
    }
    for (const shot of missing)
      cutOne(shot, view, control.signal)
        .catch((error: unknown) => {
          if (error instanceof CancelledError || control.signal.aborted) return
          useNotices.getState().say(`${shot.fileName} could not be cut.`)
        })
        .finally(done)
    return () => {
      control.abort()
      useCutTiles.setState({ left: null })
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the names say all about what is missing
  }, [names])
}

async function cutOne(shot: Shot, view: ShootView, signal: AbortSignal): Promise<void> {
  const key = cutKeyOf(shot, view)
  const plan = planOf(shot, recipeOf(view))
  const original = await database.originals.get(shot.originalHash)
  if (!original || signal.aborted) throw new CancelledError()
  const { bytes, facts, mattes } = await sharedPool().run<'cut-tile'>(
    {
      kind: 'cut-tile',
      source: original.blob,
      plan,
      mattes: await mattesOf(plan, database),
      assets: await assetsOf(plan),
      sidePx: SIDE_PX,
    },
    { signal },
  )
  await database.mattes.bulkPut([...mattes])
  // Bytes from a worker are never shared.
  const url = URL.createObjectURL(
    new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/webp' }),
  )
  useCutTiles.setState(({ tiles }) => {
    const all = [...tiles, [key, { url, ...facts }] as const]
    for (const [, gone] of all.slice(0, -KEPT)) URL.revokeObjectURL(gone.url)
    return { tiles: new Map(all.slice(-KEPT)) }
  })
}

/** The least sure first; those that were repaired or left whole come last. */
export const worstFirst = (
  shots: readonly Shot[],
  view: ShootView,
  tiles: ReadonlyMap<string, ShownCut>,
): Shot[] => {
  const sureness = (shot: Shot): number => tiles.get(cutKeyOf(shot, view))?.confidence01 ?? 2
  return [...shots].sort((a, b) => sureness(a) - sureness(b))
}
