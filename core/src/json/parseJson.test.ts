import { expect, test } from 'vitest'
import { JsonError, MAX_JSON_DEPTH, parseJson } from './parseJson'

const nested = (levels: number): string => '['.repeat(levels) + ']'.repeat(levels)

test('gives what a text says, with or without a byte order mark', () => {
  expect(parseJson('\uFEFF{"a": [1, "]]]{{\\"[["]}')).toEqual({ a: [1, ']]]{{"[['] })
  expect(parseJson(nested(MAX_JSON_DEPTH))).toBeInstanceOf(Array)
})

test.each([
  ['no JSON', '{a: 1}'],
  ['cut short', '{"a": "b'],
  ['one level too deep', nested(MAX_JSON_DEPTH + 1)],
  ['a hundred thousand levels deep', '{"a":'.repeat(100_000)],
])('is refused: %s', (_what, text) => {
  expect(() => parseJson(text)).toThrow(JsonError)
})
