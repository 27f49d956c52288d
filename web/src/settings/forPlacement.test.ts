import { expect, test } from 'vitest'
import { SHOP_WHITE, type Brief } from '@cloudbank/core/brief'
import { layered } from '@cloudbank/core/brief'
import { forPlacement } from './forPlacement'
import type { BriefEditor } from './useBriefEditor'

/** An editor that keeps what it is told, and the brief that comes of it. */
function played(): { readonly said: string[]; readonly editor: () => BriefEditor } {
  const said: string[] = []
  let brief: Brief = SHOP_WHITE
  const editor = (): BriefEditor => ({
    brief,
    set: (words, step, field, value) => {
      said.push(words)
      brief = {
        ...brief,
        steps: { ...brief.steps, [step]: { ...brief.steps[step], [field]: value } },
      }
    },
    show: () => undefined,
    rename: () => undefined,
    replace: () => undefined,
    replaceSteps: () => undefined,
  })
  return { said, editor }
}

const cardOf = ({ brief }: BriefEditor) => brief.steps.finish.placements[1]!

test('what a placement has of its own changes neither the brief nor the other placements', () => {
  const { said, editor } = played()
  forPlacement(editor(), cardOf(editor())).set('Fill 60 %', 'frame', 'fillPct', 60)
  expect(said).toEqual(['card: Fill 60 %'])
  const { steps } = editor().brief
  expect(steps.frame.fillPct).toBe(85)
  expect(steps.finish.placements.map(({ changes }) => changes)).toEqual([
    {},
    { frame: { fillPct: 60 } },
  ])
  const card = forPlacement(editor(), cardOf(editor()))
  expect(card.brief.steps.frame.fillPct).toBe(60)
  card.release('Fill as in the brief', 'frame', 'fillPct')
  expect(forPlacement(editor(), cardOf(editor())).brief.steps.frame.fillPct).toBe(85)
  expect(cardOf(editor()).changes).toEqual({ frame: {} })
})

test('of many settings only those that differ are kept, and only where a placement may differ', () => {
  const { editor } = played()
  const before = editor().brief.steps
  const next = layered(before, {
    ground: { behind: { kind: 'colour', colour: '#EFEFED' }, shadow: before.ground.shadow },
    light: { contrast: 20 },
    finish: { sharpenPct: 35 },
  })
  forPlacement(editor(), cardOf(editor())).replaceSteps('Pale', next)
  expect(cardOf(editor()).changes).toEqual({
    ground: { behind: { kind: 'colour', colour: '#EFEFED' } },
    finish: { sharpenPct: 35 },
  })
})
