import { describe, expect, test } from 'vitest'
import { STEPS } from '@cloudbank/core/steps'
import { boundsOf, describeChange, groupsOf, hintOf, isFound } from './controls'
import {
  draftKey,
  drafted,
  markSaved,
  NO_DRAFTS,
  settle,
  withDrafts,
  without,
  withoutFields,
  type Draft,
  type Drafts,
  type DraftPlace,
} from './drafts'

describe('controls', () => {
  test('every setting is found by its name and by what it does, and says what it does', () => {
    for (const { id } of STEPS)
      for (const { controls } of groupsOf(id))
        for (const control of controls) {
          const { field, label } = control
          expect(isFound(id, control, label.toLowerCase())).toBe(true)
          expect(hintOf(id, field), `${id}.${field}`).not.toBe('')
        }
  })

  test('a change is said with its sign, unit and words', () => {
    const control = (id: (typeof STEPS)[number]['id'], field: string) =>
      groupsOf(id)
        .flatMap(({ controls }) => controls)
        .find((found) => found.field === field)!
    expect(describeChange('light', control('light', 'exposureEv'), 0.3)).toBe('Exposure +0.30')
    expect(describeChange('light', control('light', 'contrast'), -12)).toBe('Contrast −12')
    expect(describeChange('frame', control('frame', 'fillPct'), 90)).toBe('Fill 90.0 %')
    expect(describeChange('frame', control('frame', 'enlarge'), true)).toBe('Enlarge on')
    expect(describeChange('cut', control('cut', 'method'), 'off')).toMatch(/^Method off/)
    expect(boundsOf('light', 'exposureEv')).toEqual({ min: -4, max: 4 })
  })
})

const place: DraftPlace = { table: 'shots', id: 'a', path: ['touches', 'light', 'exposureEv'] }
const moving = (value: number): Draft => ({
  step: 'light',
  field: 'exposureEv',
  value,
  at: { kind: 'moving' },
})
const saving = (value: number): Draft => ({ ...moving(value), at: { kind: 'saving', place } })
const of = (...drafts: Draft[]): Drafts => withDrafts(NO_DRAFTS, drafts)
const kept =
  (value: unknown) =>
  (asked: DraftPlace): unknown =>
    asked === place ? value : undefined
/** When it was saved, and readings that began before and after that. */
const SAVED = 20
const [EARLIER, LATER] = [19, 21]

describe('a draft', () => {
  test('that a hand moves stays, whatever comes from the database meanwhile', () => {
    const drafts = of(moving(1))
    for (const value of [0, 0.5, 1]) expect(settle(drafts, kept(value), LATER)).toBe(drafts)
    expect(drafted({ exposureEv: 0, contrast: 3 }, 'light', drafts)).toEqual({
      exposureEv: 1,
      contrast: 3,
    })
    expect(drafted({ exposureEv: 0 }, 'cut', drafts)).toEqual({ exposureEv: 0 })
  })

  test('that is saved is shown until it is read back', () => {
    const draft = saving(1)
    const drafts = of(draft)
    expect(settle(drafts, kept(0), LATER)).toBe(drafts)
    const saved = markSaved(drafts, [draft], SAVED)
    expect(settle(saved, kept(0), EARLIER).size).toBe(1)
    expect(settle(saved, kept(1), EARLIER).size).toBe(0)
  })

  test('gives way to whatever is read after it was saved, be it the value from before', () => {
    const draft = saving(1)
    const saved = markSaved(of(draft), [draft], SAVED)
    // It was undone before anything had shown it.
    for (const value of [0, 0.7]) {
      expect(settle(of(draft), kept(value), LATER).size).toBe(1)
      expect(settle(saved, kept(value), EARLIER).size).toBe(1)
      expect(settle(saved, kept(value), LATER).size).toBe(0)
    }
  })

  test('is not ended by the saving of an older one', () => {
    const older = saving(1)
    const newer = saving(2)
    const drafts = withDrafts(of(older), [newer])
    expect(markSaved(drafts, [older], SAVED).get(draftKey(newer))).toBe(newer)
    expect(without(drafts, [older]).get(draftKey(newer))).toBe(newer)
    expect(without(drafts, [newer]).size).toBe(0)
  })

  test('of a field that is released goes', () => {
    expect(withoutFields(of(moving(1)), [{ step: 'light', field: 'exposureEv' }]).size).toBe(0)
    expect(withoutFields(of(moving(1)), [{ step: 'light', field: 'contrast' }]).size).toBe(1)
  })
})
