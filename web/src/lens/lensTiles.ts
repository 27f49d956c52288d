import { derived, type Recipe } from '@cloudbank/core/shoot'
import { planOf, recipeOf, sharedSteps } from '../work/model'
import { useEffect } from 'react'
import { create, type StoreApi, type UseBoundStore } from 'zustand'
import { CancelledError, viewKey, type ViewName } from '@cloudbank/core/engine'
import { database, type ShootView, type Shot } from '../data'
import { useNotices } from '../notices'
import { sharedPool } from '../work/pool'
import { shotJob } from '../work/shotJob'

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
  /** Says that a picture is on the screen: it is made before those that are not. */
  readonly useSeen: (key: string) => void
  /** Stops the making, or goes on with it. */
  readonly setStopped: (stopped: boolean) => void
}

/** Pictures that are asked for at once: as many as keep the workers busy. */
const AT_ONCE = 4

interface Wanted {
  readonly key: string
  readonly shot: Shot
  readonly view: ShootView
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

  /** What is to be made, by key; what is being made, and what could not be. */
  const wanted = new Map<string, Wanted>()
  const atWork = new Map<string, AbortController>()
  const failures = new Set<string>()
  /** Pictures that somebody sees, or would: they come first. */
  const inSight = new Set<string>()

  function useMaking(view: ShootView, shots: readonly Shot[], isWanted: boolean): void {
    const stopped = useTiles((state) => state.stopped)
    useEffect(() => {
      if (!isWanted) setStopped(false)
    }, [isWanted])
    const goes = isWanted && !stopped
    useEffect(() => {
      if (!goes) return
      // Looked at anew, what could not be made is tried again.
      failures.clear()
      return () => want([])
    }, [goes])
    useEffect(() => {
      want(goes ? missingOf(view, shots) : [])
    }, [view, shots, goes])
  }

  function missingOf(view: ShootView, shots: readonly Shot[]): Wanted[] {
    const { tiles } = useTiles.getState()
    return shots
      .map((shot) => ({ key: keyOf(shot, view), shot, view }))
      .filter(({ key }) => !tiles.has(key) && !failures.has(key))
  }

  /** Goes on with those that are wanted still, ends the others, and begins what is new. */
  function want(missing: readonly Wanted[]): void {
    wanted.clear()
    for (const one of missing) wanted.set(one.key, one)
    for (const [key, control] of atWork)
      if (!wanted.has(key)) {
        control.abort()
        atWork.delete(key)
      }
    begin()
  }

  function begin(): void {
    useTiles.setState({ left: wanted.size > 0 ? wanted.size : null })
    while (atWork.size < AT_ONCE) {
      const open = [...wanted.keys()].filter((key) => !atWork.has(key))
      const key = open.find((one) => inSight.has(one)) ?? open[0]
      if (key === undefined) return
      void make(wanted.get(key)!)
    }
  }

  async function make({ key, shot, view }: Wanted): Promise<void> {
    const control = new AbortController()
    atWork.set(key, control)
    try {
      await makeOne(shot, view, control.signal)
    } catch (error) {
      if (error instanceof CancelledError || control.signal.aborted) return
      failures.add(key)
      useNotices.getState().say(failed(shot.fileName))
    } finally {
      // Another may be at work on it by now.
      if (atWork.get(key) === control) {
        atWork.delete(key)
        wanted.delete(key)
        begin()
      }
    }
  }

  function useSeen(key: string): void {
    useEffect(() => {
      inSight.add(key)
      return () => void inSight.delete(key)
    }, [key])
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
      ...(await shotJob(plan, original.blob)),
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
  return { useTiles, keyOf, useMaking, useSeen, setStopped }
}
