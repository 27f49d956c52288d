import { describe, expect, test } from 'vitest'
import { createShootModel } from './createShootModel'
import { rowOf } from './row.testing'
import { NO_FILTER } from './filter'
import { countFindings } from './findingCounts'
import type { ShootRows } from './rows'
import { lightingRow, shotRow } from './rows/rows.testing'
import { bySlots, measured, shootView } from './rows/view.testing'

const model = createShootModel()
const { choicesOf, findingsOf, matching, recipeOf, settingsAt } = model

describe('what is found of a shot against its siblings', () => {
  const outOfLine = { ...NO_FILTER, finding: ['out-of-line'] }
  const counted = (view: ShootRows): readonly string[] =>
    countFindings(view.shots, (shot) => findingsOf(shot, view)).look.flatMap(({ code, shotIds }) =>
      code === 'out-of-line' ? shotIds : [],
    )
  const left = (view: ShootRows): string[] =>
    matching(view.shots, view, outOfLine).map(({ id }) => id)

  test('is counted and filtered anew when a sibling is made, though the shot itself is as it was', () => {
    const even = rowOf([0.5, 0.5, 0.5, 0.44])
    expect([counted(even), left(even)]).toEqual([['s3'], ['s3']])
    // The others come to stand where it stands: nothing of the shot itself has changed.
    const shifted = rowOf([0.44, 0.44, 0.44, 0.44], [...even.shots])
    const kept = { ...shifted, renditions: new Map(shifted.renditions) }
    for (const [slot, rendition] of even.renditions)
      if (rendition.shotId === even.shots[3]!.id) kept.renditions.set(slot, rendition)
    expect([counted(kept), left(kept)]).toEqual([[], []])
    expect(choicesOf('finding', kept, NO_FILTER).map(({ value }) => value)).not.toContain(
      'out-of-line',
    )
  })

  test('is the same list for as long as it is the same, and another once a rendition is', () => {
    const view = rowOf([0.5, 0.5, 0.5])
    const [shot] = view.shots
    expect(findingsOf(shot!, { ...view })).toBe(findingsOf(shot!, view))
    const again = {
      ...view,
      renditions: bySlots([...view.renditions.values()].map((one) => ({ ...one }))),
    }
    expect(findingsOf(shot!, again)).not.toBe(findingsOf(shot!, view))
  })

  test('brightness is told against the lighting’s others, less what the shot is given', () => {
    const lighting = lightingRow('l')
    const shots = [0, 1, 2].map((i) => shotRow(`s${i}`, { lightingId: lighting.id, sku: 'M-1' }))
    const light = (value: number) =>
      measured({
        backdrop: {
          linear: [value, value, value],
          lightness: 80,
          share01: 0.99,
          cast: [0, 0],
          spreadL: 1,
        },
      })
    const measures = new Map(
      shots.map(({ originalHash }, i) => [String(originalHash), light(i === 2 ? 0.2 : 0.4)]),
    )
    const view = shootView({ shots, measures, lightings: new Map([[lighting.id, lighting]]) })
    const evs = model.evsAgainstSiblings(view)
    expect(evs.get('s2')).toBeCloseTo(-1, 1)
    const lifted = shots.map((shot, i) =>
      i === 2 ? { ...shot, touches: { light: { exposureEv: 1 } } } : shot,
    )
    expect(model.evsAgainstSiblings({ ...view, shots: lifted }).get('s2')).toBeCloseTo(0, 1)
  })
})

describe('the settings of one rendition', () => {
  test('are what its placement asks, and what the shot sets for it alone', () => {
    const plain = shotRow('a')
    const own = shotRow('b', { touches: { frame: { perPlacement: { page: { fillPct: 60 } } } } })
    const view = shootView({ shots: [plain, own] })
    const { brief } = view.briefRow
    const placements = brief.steps.finish.placements.map((placement) =>
      placement.id === 'card' ? { ...placement, changes: { frame: { fillPct: 70 } } } : placement,
    )
    const steps = { ...brief.steps, finish: { ...brief.steps.finish, placements } }
    const recipe = recipeOf({ ...view, briefRow: { ...view.briefRow, brief: { ...brief, steps } } })
    const fill = (shot: typeof plain, placement: string | null): number =>
      settingsAt(shot, recipe, 'frame', placement).fillPct
    expect([fill(plain, 'page'), fill(plain, 'card')]).toEqual([85, 70])
    expect([fill(own, 'page'), fill(own, 'card'), fill(own, null)]).toEqual([60, 70, 85])
    expect(settingsAt(own, recipe, 'frame', 'page')).toBe(settingsAt(own, recipe, 'frame', 'page'))
  })
})
