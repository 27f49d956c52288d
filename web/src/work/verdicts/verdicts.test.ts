import { verdictWords } from '@cloudbank/core/shoot'
import { shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { isChangedSince, recipeOf } from '../model'
import 'fake-indexeddb/auto'
import { expect, test } from 'vitest'
import { READY_OUTLETS } from '@cloudbank/core/outlets'
import { openDatabase, undoLast } from '../../data'
import { recordVerdict } from './verdicts'

test('a verdict knows by what the shot was made, and is changed by what shows alone', async () => {
  const db = openDatabase(`test-${crypto.randomUUID()}`)
  const view = shootView({ shots: [shotRow('a')] })
  const [shot] = view.shots
  await db.shots.add(shot!)
  const read = async () => (await db.shots.get(shot!.id))!
  expect(isChangedSince(shot!, recipeOf(view))).toBe(false)
  await recordVerdict(shot!, view, { kind: 'returned', reason: 'edge' }, db)
  const returned = await read()
  expect(verdictWords(returned.verdict!)).toBe('returned: edge')
  expect(isChangedSince(returned, recipeOf(view))).toBe(false)

  const touched = { ...returned, touches: { light: { exposureEv: 0.5 } } }
  expect(isChangedSince(touched, recipeOf(view))).toBe(true)
  expect(isChangedSince({ ...returned, fileName: 'b.jpg' }, recipeOf(view))).toBe(false)
  const { steps } = view.briefRow.brief
  const ground = { ...steps.ground, behind: { kind: 'transparent' } as const }
  const brief = { ...view.briefRow.brief, steps: { ...steps, ground } }
  const recipe = recipeOf({ ...view, briefRow: { ...view.briefRow, brief } })
  expect(isChangedSince(returned, recipe)).toBe(true)
  expect(isChangedSince(returned, recipeOf(view))).toBe(false)

  // Where pictures go is no change of what they look like.
  const shoot = { ...view.shoot, outlets: [...READY_OUTLETS], ownFiles: false }
  expect(isChangedSince(returned, recipeOf({ ...view, shoot }))).toBe(false)

  // One that was given before that was kept has nothing to go by.
  const old = { ...returned, verdict: { kind: 'passed' } as const }
  expect(isChangedSince(old, recipe)).toBe(false)
  await recordVerdict(returned, view, null, db)
  expect((await read()).verdict).toBeNull()
  // Each was a deed of its own.
  const scope = { shootId: view.shoot.id }
  await undoLast(scope, db)
  expect((await read()).verdict).toEqual(returned.verdict)
  await undoLast(scope, db)
  expect((await read()).verdict).toBeNull()
  await db.delete()
})
