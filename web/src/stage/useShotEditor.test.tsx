// @vitest-environment jsdom
import 'fake-indexeddb/auto'
import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { lightingId, lightingRow, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { database, type ShootView, undoLast } from '../data'
import { touchesWith, useShotEditor } from './useShotEditor'

const shot = shotRow('a', { lightingId: lightingId('l') })
const other = shotRow('b', { touches: { light: { contrast: 5 } } })
const lighting = lightingRow('l', { light: { exposureEv: 0.5 } })
const view: ShootView = {
  ...shootView({ shots: [shot, other], lightings: new Map([['l', lighting]]) }),
  refusals: [],
  readAt: 0,
}
const [placement] = SHOP_WHITE.steps.finish.placements

beforeEach(async () => {
  await database.shoots.put(view.shoot)
  await database.briefs.put(view.briefRow)
  await database.shots.bulkPut([shot, other])
  await database.lightings.put(lighting)
})
afterEach(() => Promise.all(database.tables.map((table) => table.clear())))

const editorOf = (one = shot) => renderHook(() => useShotEditor(view, one)).result

/** The words of what was saved, once there are as many as are waited for. */
async function saved(count: number): Promise<string[]> {
  const deeds = await act(() =>
    vi.waitFor(async () => {
      const all = await database.deeds.toArray()
      expect(all).toHaveLength(count)
      return all
    }),
  )
  return deeds.map(({ words }) => words)
}

test('what applies comes from the brief, its lighting and the shot, each before the one behind it', () => {
  const [own, lit] = [editorOf(other), editorOf()]
  expect([lit.current.steps.light.exposureEv, lit.current.originOf('light', 'exposureEv')]).toEqual(
    [0.5, 'lighting'],
  )
  expect([own.current.steps.light.contrast, own.current.originOf('light', 'contrast')]).toEqual([
    5,
    'shot',
  ])
  expect(own.current.originOf('light', 'exposureEv')).toBe('brief')
  expect([lit.current.hasLighting, own.current.hasLighting]).toEqual([true, false])
})

test('a value under way is shown at once and kept nowhere', async () => {
  const editor = editorOf()
  act(() => editor.current.actions.show('light', { exposureEv: 1.2 }))
  expect(editor.current.steps.light.exposureEv).toBe(1.2)
  expect(touchesWith(shot, editor.current)).toEqual({ light: { exposureEv: 1.2 } })
  expect(await saved(0)).toEqual([])
  expect((await database.shots.get(shot.id))!.touches).toEqual({})
})

test('each level keeps a value in its own place, under words that say which', async () => {
  const editor = editorOf()
  const keep = (level: 'shot' | 'lighting' | 'brief', contrast: number): void => {
    act(() => editor.current.setLevel(level))
    act(() => editor.current.actions.keep('Contrast', 'light', { contrast }))
  }
  keep('shot', 1)
  keep('lighting', 2)
  keep('brief', 3)
  const words = await saved(3)
  expect((await database.shots.get(shot.id))!.touches).toEqual({ light: { contrast: 1 } })
  expect((await database.lightings.get(lighting.id))!.light).toEqual({
    exposureEv: 0.5,
    contrast: 2,
  })
  const { brief } = (await database.briefs.get(view.briefRow.id))!
  expect(brief.steps.light.contrast).toBe(3)
  expect(words).toEqual(['Contrast', 'Contrast, for the lighting', 'Contrast, in the brief'])
})

test('a lighting has settings of Light only: what else is kept for it is kept for the shot', async () => {
  const editor = editorOf()
  act(() => editor.current.setLevel('lighting'))
  act(() => editor.current.actions.keep('Fill', 'frame', { fillPct: 70 }))
  await saved(1)
  expect((await database.shots.get(shot.id))!.touches).toEqual({ frame: { fillPct: 70 } })
  expect((await database.lightings.get(lighting.id))!.light).toEqual({ exposureEv: 0.5 })
})

test('for one placement a shot is framed in its own way, and the others as before', async () => {
  const editor = editorOf()
  const { fillPct } = editor.current.steps.frame
  act(() => editor.current.setPlacementId(placement!.id))
  act(() => editor.current.actions.show('frame', { fillPct: 55 }))
  expect(editor.current.steps.frame.fillPct).toBe(55)
  expect(touchesWith(shot, editor.current)).toEqual({
    frame: { perPlacement: { [placement!.id]: { fillPct: 55 } } },
  })
  act(() => editor.current.actions.keep('Fill', 'frame', { fillPct: 55 }))
  expect(await saved(1)).toEqual([`Fill, for ${placement!.name}`])
  const kept = (await database.shots.get(shot.id))!
  expect(kept.touches).toEqual({ frame: { perPlacement: { [placement!.id]: { fillPct: 55 } } } })
  // Of the brief there is one for all.
  act(() => editor.current.setLevel('brief'))
  expect([editor.current.placementId, editor.current.steps.frame.fillPct]).not.toEqual([
    placement!.id,
    fillPct,
  ])
})

test('what a shot sets is released, and the rest of it stays', async () => {
  await database.shots.update(other.id, { touches: { light: { contrast: 5, exposureEv: 1 } } })
  const editor = editorOf({ ...other, touches: { light: { contrast: 5, exposureEv: 1 } } })
  act(() => editor.current.actions.release('Contrast cleared', 'light', ['contrast']))
  await saved(1)
  expect((await database.shots.get(other.id))!.touches).toEqual({ light: { exposureEv: 1 } })
})

test('a change that is undone before any reading has shown it is not shown for good', async () => {
  const { result, rerender } = renderHook(({ of }) => useShotEditor(of, shot), {
    initialProps: { of: view },
  })
  act(() => result.current.actions.keep('Exposure', 'light', { exposureEv: 1 }))
  await saved(1)
  await act(() => undoLast({ shootId: view.shoot.id }).then(() => undefined))
  expect(result.current.steps.light.exposureEv).toBe(1)
  // The one reading that there is of both shows what there was before.
  rerender({ of: { ...view, readAt: performance.now() } })
  expect(result.current.steps.light.exposureEv).toBe(0.5)
})
