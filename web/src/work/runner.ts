import { matteKey, renditionKey, type BriefSteps, type Plan } from '@cloudbank/core/brief'
import { FileError } from '@cloudbank/core/codec'
import { CancelledError, type RenditionFile } from '@cloudbank/core/engine'
import type { JobResults } from '@cloudbank/hosts/pool'
import { create } from 'zustand'
import { useNotices } from '../app/notices'
import { countOf } from '@cloudbank/core/words'
import { database, newId, type Rendition, type Run, type Shot } from '../data'
import { sharedPool } from './pool'
import { cubeOf } from './cubes'
import { planOf, type Recipe } from './recipe'
import { stalePlacements } from './stale'

/** What the run strip shows; null when nothing runs or waits to be resumed. */
export interface RunProgress {
  readonly runId: string
  readonly shootId: string
  readonly state: 'running' | 'paused'
  readonly done: number
  readonly total: number
  /** The files at work now. */
  readonly current: readonly string[]
  /** Estimate of what is left, in ms; null until there is something to go by. */
  readonly leftMs: number | null
}

export const useRun = create<{ readonly progress: RunProgress | null }>()(() => ({
  progress: null,
}))

const MIME = {
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  avif: 'image/avif',
  png: 'image/png',
} as const
/** One run at a time, over all tabs of this browser. */
const LOCK = 'cloudbank-run'

let stopper: AbortController | null = null

/** Starts a run over the given shots; those that are up to date already are passed over. */
export async function startRun(
  shootId: string,
  shotIds: readonly string[],
  steps: BriefSteps,
): Promise<void> {
  if (useRun.getState().progress) return
  const run: Run = {
    id: newId(),
    shootId,
    steps,
    shotIds: [...shotIds],
    doneShotIds: [],
    state: 'running',
    startedAt: Date.now(),
    endedAt: null,
    workedMs: 0,
    made: 0,
    failed: 0,
  }
  show(run, [], null)
  await database.runs.add(run)
  await work(run)
}

/** Holds the run: the shots at work are given up, everything finished stays. */
export async function pauseRun(): Promise<void> {
  await end('paused')
}

/** Ends the run for good; what it has finished stays. */
export async function stopRun(): Promise<void> {
  await end('stopped')
}

export async function resumeRun(): Promise<void> {
  const { progress } = useRun.getState()
  if (progress?.state !== 'paused') return
  const run = await database.runs.get(progress.runId)
  if (!run) return
  await database.runs.update(run.id, { state: 'running' })
  show({ ...run, state: 'running' }, [], null)
  await work({ ...run, state: 'running' })
}

/** When the app starts: goes on with a run that a reload interrupted, and shows a paused one. */
export async function continueRuns(): Promise<void> {
  const open = await database.runs.where('state').anyOf('running', 'paused').toArray()
  const run = open.at(-1)
  if (!run) return
  show(run, [], null)
  if (run.state === 'running') await work(run)
}

async function end(state: 'paused' | 'stopped'): Promise<void> {
  const { progress } = useRun.getState()
  if (!progress) return
  stopper?.abort()
  const endedAt = state === 'stopped' ? Date.now() : null
  await database.runs.update(progress.runId, { state, endedAt })
  const run = await database.runs.get(progress.runId)
  if (state === 'paused' && run) show(run, [], null)
  else useRun.setState({ progress: null })
  if (state === 'stopped')
    useNotices.getState().say(`Stopped. ${countOf(run?.made ?? 0, 'rendition')} made and kept.`)
}

function show(run: Run, current: readonly string[], leftMs: number | null): void {
  if (run.state !== 'running' && run.state !== 'paused') return
  useRun.setState({
    progress: {
      runId: run.id,
      shootId: run.shootId,
      state: run.state,
      done: run.doneShotIds.length,
      total: run.shotIds.length,
      current,
      leftMs,
    },
  })
}

async function work(run: Run): Promise<void> {
  const control = new AbortController()
  stopper = control
  await navigator.locks.request(LOCK, async () => {
    if (!control.signal.aborted) await workThrough(run, control.signal)
  })
}

async function workThrough(start: Run, signal: AbortSignal): Promise<void> {
  let run = start
  const done = new Set(run.doneShotIds)
  const queue = run.shotIds.filter((id) => !done.has(id))
  const current = new Set<string>()
  const began = performance.now()
  const first = done.size
  const showNow = (): void => {
    if (signal.aborted) return
    const finished = run.doneShotIds.length - first
    const each = finished > 0 ? (performance.now() - began) / finished : null
    show(
      run,
      [...current],
      each === null ? null : each * (run.shotIds.length - run.doneShotIds.length),
    )
  }

  const lane = async (): Promise<void> => {
    for (let id = queue.shift(); id !== undefined && !signal.aborted; id = queue.shift()) {
      const shot = await database.shots.get(id)
      if (shot) {
        current.add(shot.fileName)
        showNow()
      }
      const outcome = shot ? await renderOne(run, shot, signal) : { made: 0, failed: 0 }
      if (shot) current.delete(shot.fileName)
      if (outcome === 'stopped') return
      run = {
        ...run,
        doneShotIds: [...run.doneShotIds, id],
        made: run.made + outcome.made,
        failed: run.failed + outcome.failed,
      }
      const { doneShotIds, made, failed } = run
      await database.runs.update(run.id, {
        doneShotIds,
        made,
        failed,
        workedMs: start.workedMs + performance.now() - began,
      })
      showNow()
    }
  }
  await Promise.all(Array.from({ length: sharedPool().size }, lane))
  if (signal.aborted) return
  await database.runs.update(run.id, { state: 'finished', endedAt: Date.now() })
  useRun.setState({ progress: null })
  const { say, need } = useNotices.getState()
  if (run.failed > 0)
    need(
      `${countOf(run.failed, 'shot')} could not be made; the sheet says why. ${countOf(run.made, 'rendition')} made.`,
    )
  else say(`${countOf(run.made, 'rendition')} made.`)
}

type Outcome = { readonly made: number; readonly failed: number } | 'stopped'

async function renderOne(run: Run, shot: Shot, signal: AbortSignal): Promise<Outcome> {
  const present = await database.renditions.where('shotId').equals(shot.id).toArray()
  const byId = new Map(present.map((rendition) => [rendition.id, rendition]))
  const recipe = await recipeOf(run)
  const placements = stalePlacements(shot, recipe, byId)
  if (placements.length === 0) return { made: 0, failed: 0 }
  const whole = planOf(shot, recipe)
  const key = matteKey(whole)
  try {
    const original = await database.originals.get(shot.originalHash)
    if (!original) throw new Error('the original is missing from this browser')
    const known = await database.mattes.get(key)
    const only = placements.map(({ id }) => id)
    const cube = await cubeOf(whole.steps.light.look)
    const result = await sharedPool().run<'render'>(
      {
        kind: 'render',
        source: original.blob,
        plan: whole,
        only,
        knownMatte: known?.matte ?? null,
        cube,
      },
      { signal },
    )
    if (signal.aborted) return 'stopped'
    await keep(shot, whole, result)
    return { made: result.renditions.length, failed: 0 }
  } catch (error) {
    if (error instanceof CancelledError) return 'stopped'
    await database.shots.update(shot.id, { failure: describeFailure(error) })
    return { made: 0, failed: 1 }
  }
}

async function keep(shot: Shot, plan: Plan, result: JobResults['render']): Promise<void> {
  const { renditions, files, shots, mattes } = database
  const { matte, findings } = result
  const rows = result.renditions.map((file) => renditionRow(shot, plan, file))
  const blobs = result.renditions.map(({ placementId, bytes, format }) => ({
    id: `${shot.id}/${placementId}`,
    blob: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: MIME[format] }), // transferred here
  }))
  await database.transaction('rw', renditions, files, shots, mattes, async () => {
    if (matte) await mattes.put({ key: matteKey(plan), matte })
    await files.bulkPut(blobs)
    await renditions.bulkPut(rows)
    await shots.update(shot.id, { findings: [...findings], failure: null })
  })
}

function renditionRow(shot: Shot, plan: Plan, file: RenditionFile): Rendition {
  const { placementId, bytes, width, height, format, qualityPct, productBox, window, findings } =
    file
  const placement = plan.steps.finish.placements.find(({ id }) => id === placementId)
  if (!placement) throw new Error(`The run has no placement ${placementId}`)
  return {
    id: `${shot.id}/${placementId}`,
    shotId: shot.id,
    shootId: shot.shootId,
    placementId,
    key: renditionKey(plan, placement),
    bytes: bytes.length,
    width,
    height,
    format,
    qualityPct,
    productBox,
    window,
    findings: [...findings],
    madeAt: Date.now(),
  }
}

/** The brief as it was when the run began, and the lightings as they are now. */
async function recipeOf({ shootId, steps }: Run): Promise<Recipe> {
  const lightings = await database.lightings.where('shootId').equals(shootId).toArray()
  return { steps, lightings: new Map(lightings.map((lighting) => [lighting.id, lighting])) }
}

function describeFailure(error: unknown): string {
  if (error instanceof FileError) return error.message
  if (error instanceof Error && error.name === 'QuotaExceededError')
    return 'no room left in this browser; free some on the home page'
  return error instanceof Error ? error.message : String(error)
}
