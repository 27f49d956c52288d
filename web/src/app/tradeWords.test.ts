import { expect, test } from 'vitest'
import { STEPS } from '@cloudbank/core/steps'
import { groupsOf } from '../settings'
import { SETTING_WORDS } from './tradeWords'

test('every word of the trade leads to a setting that there is', () => {
  const fields = STEPS.flatMap(({ id }) =>
    groupsOf(id).flatMap(({ controls }) => controls.map(({ field }) => `${id}/${field}`)),
  )
  expect(Object.keys(SETTING_WORDS).filter((name) => !fields.includes(name))).toEqual([])
})

test('the words that are asked for most find something', () => {
  const all = Object.values(SETTING_WORDS).join(' ')
  for (const word of [
    ...['white balance', 'background', 'export', 'crop', 'rename', 'resize', 'compress', 'retouch'],
    'alt text',
  ])
    expect(all, word).toContain(word)
})
