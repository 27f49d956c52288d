import { expect, test } from 'vitest'
import { namedHashes } from '.'

test('a file is named by a field, wherever it lies, and not by a text that happens to hold its hash', () => {
  const [look, ground, text] = ['a', 'b', 'c'].map((digit) => digit.repeat(64))
  const found = namedHashes([
    { steps: { light: { look: { from: 'cube', hash: look, name: 'Dusk' } } } },
    { patches: [{ before: null, after: { behind: { kind: 'picture', hash: ground } } }] },
    { fileName: `${text}.jpg`, hash: { of: 'nothing' } },
  ])
  expect([...found].sort()).toEqual([look, ground])
  expect(namedHashes(null).size).toBe(0)
})
