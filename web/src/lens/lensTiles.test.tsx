// @vitest-environment jsdom
import 'fake-indexeddb/auto'
import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { lightingId, lightingRow, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import '../app/drawn.testing'
import { database, type ShootView, type Shot } from '../data'
import { useNotices } from '../notices'
import { playedJobs, type PlayedJobs } from '../work/played.testing'
import { lensTiles } from './lensTiles'

// Workers that draw what the test says.
const pool = vi.hoisted((): { jobs: PlayedJobs | null } => ({ jobs: null }))
vi.mock('../work/pool', () => ({ sharedPool: () => pool.jobs }))

const shots = ['a', 'b', 'c'].map((id) => shotRow(id))
const viewOf = (all: readonly Shot[] = shots, change: Partial<ShootView> = {}): ShootView => ({
  ...shootView({ shots: all }),
  refusals: [],
  readAt: 0,
  ...change,
})
const NAME = { step: 'tidy', view: 'tile' } as const
const DRAWN = { bytes: new Uint8Array([1]), facts: { specks: 3 }, mattes: [] }

let jobs: PlayedJobs
beforeEach(async () => {
  jobs = pool.jobs = playedJobs()
  await database.originals.bulkPut(
    shots.map(({ originalHash }) => ({ hash: originalHash, blob: new Blob(['photograph']) })),
  )
  let urls = 0
  URL.createObjectURL = () => `tile:${++urls}`
  URL.revokeObjectURL = () => undefined
})
afterEach(() => Promise.all(database.tables.map((table) => table.clear())))

const tilesOf = () => lensTiles<{ specks: number }>(NAME, (name) => `${name} can’t be drawn.`)
const asked = (count: number) => vi.waitFor(() => expect(jobs.asked).toHaveLength(count))

test('what is missing is drawn, and what is there is not drawn again', async () => {
  const { useTiles, useMaking, keyOf } = tilesOf()
  const view = viewOf()
  const { rerender } = renderHook(({ wanted }) => useMaking(view, shots, wanted), {
    initialProps: { wanted: false },
  })
  expect([jobs.asked.length, useTiles.getState().left]).toEqual([0, null])
  rerender({ wanted: true })
  await asked(3)
  expect(useTiles.getState().left).toBe(3)
  await act(() => {
    for (const { finish } of jobs.asked) finish(DRAWN)
    return vi.waitFor(() => expect(useTiles.getState().tiles.size).toBe(3))
  })
  expect(useTiles.getState().tiles.get(keyOf(shots[1]!, view))!.facts).toEqual({ specks: 3 })
  await vi.waitFor(() => expect(useTiles.getState().left).toBeNull())
  rerender({ wanted: false })
  rerender({ wanted: true })
  // One more shot is one more job.
  await database.originals.put({ hash: shotRow('d').originalHash, blob: new Blob(['one more']) })
  const more = [...shots, shotRow('d')]
  renderHook(() => useMaking(viewOf(more), more, true))
  await asked(4)
  expect(jobs.asked[3]!.job).toMatchObject({ kind: 'view', name: NAME, options: { sidePx: 320 } })
})

test('stopped, the workers are free; going on starts with what is missing', async () => {
  const { useTiles, useMaking, setStopped } = tilesOf()
  const view = viewOf()
  renderHook(() => useMaking(view, shots, true))
  await asked(3)
  await act(async () => {
    jobs.asked[0]!.finish(DRAWN)
    await vi.waitFor(() => expect(useTiles.getState().tiles.size).toBe(1))
  })
  const said = useNotices.getState().notices.length
  act(() => setStopped(true))
  expect(useTiles.getState()).toMatchObject({ left: null, stopped: true })
  act(() => setStopped(false))
  await asked(5)
  // Jobs that were stopped are nobody’s failure.
  expect(useNotices.getState().notices).toHaveLength(said)
})

test('one that can’t be drawn is named, and the others are drawn', async () => {
  const { useTiles, useMaking } = tilesOf()
  const view = viewOf()
  renderHook(() => useMaking(view, shots, true))
  await asked(3)
  await act(async () => {
    jobs.asked[0]!.fail(new Error('broken'))
    jobs.asked[1]!.finish(DRAWN)
    jobs.asked[2]!.finish(DRAWN)
    await vi.waitFor(() => expect(useTiles.getState().tiles.size).toBe(2))
  })
  await vi.waitFor(() =>
    expect(useNotices.getState().notices.at(-1)?.text).toMatch(/^[abc]\.jpg can’t be drawn\.$/),
  )
})

test('a picture has another key with whatever it is drawn of: settings, lighting, retouching', () => {
  const { keyOf } = tilesOf()
  const lit = shotRow('a', { lightingId: lightingId('l') })
  const under = (exposureEv: number): string =>
    keyOf(
      lit,
      viewOf([lit], { lightings: new Map([['l', lightingRow('l', { light: { exposureEv } })]]) }),
    )
  expect(under(1)).not.toBe(under(0.5))
  expect(under(1)).toBe(under(1))
  const touched = shotRow('a', { touches: { tidy: { sweepPct: 40 } } })
  expect(keyOf(touched, viewOf([touched]))).not.toBe(keyOf(shots[0]!, viewOf()))
  // How its file is called is not drawn.
  const named = shotRow('a', { words: { file: 'hero', alt: null } })
  expect(keyOf(named, viewOf([named]))).toBe(keyOf(shots[0]!, viewOf()))
})

test('what somebody sees is drawn first, and a run that changes other rows stops nothing', async () => {
  const { useMaking, useSeen, keyOf, useTiles } = tilesOf()
  const many = Array.from({ length: 8 }, (_, i) => shotRow(`m${i}`))
  await database.originals.bulkPut(
    many.map(({ originalHash }) => ({ hash: originalHash, blob: new Blob(['photograph']) })),
  )
  const view = viewOf(many)
  renderHook(() => useSeen(keyOf(many[6]!, view)))
  const { rerender } = renderHook(({ now }) => useMaking(now, many, true), {
    initialProps: { now: view },
  })
  await asked(4)
  expect(jobs.asked[0]!.job).toMatchObject({ plan: { original: many[6]!.originalHash } })
  // Renditions come in: other rows, the same pictures.
  rerender({ now: { ...view, renditions: new Map() } })
  await act(async () => {
    for (const { finish } of jobs.asked.slice(0, 4)) finish(DRAWN)
    await vi.waitFor(() => expect(useTiles.getState().tiles.size).toBe(4))
  })
  await asked(8)
  const originals = jobs.asked.map(({ job }) => 'plan' in job && job.plan.original)
  expect(new Set(originals).size).toBe(8)
})
