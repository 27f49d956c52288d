import { expect, test } from 'vitest'
import { countOf, formatBytes, formatDuration, formatPercent, formatRatio } from './numbers'

test.each([
  [0, '0\u00a0B'],
  [999, '999\u00a0B'],
  [48_200, '48\u00a0KB'],
  [999_499, '999\u00a0KB'],
  [999_500, '1.0\u00a0MB'],
  [28_444_000, '28.4\u00a0MB'],
  [1_250_000_000, '1.3\u00a0GB'],
])('%i bytes are %s', (bytes, text) => expect(formatBytes(bytes)).toBe(text))

test.each([
  [400, '0 s'],
  [48_300, '48 s'],
  [170_000, '3 min'],
  [4_800_000, '1 h 20 min'],
])('%i ms are %s', (ms, text) => expect(formatDuration(ms)).toBe(text))

test('counts have the right plural', () => {
  expect(countOf(1, 'shot')).toBe('1 shot')
  expect(countOf(0, 'shot')).toBe('0 shots')
  expect(countOf(1204, 'shot')).toBe('1,204 shots')
  expect(formatPercent(0.84949)).toBe('84.9 %')
})

test.each([
  [4, 5, '4:5'],
  [16, 9, '16:9'],
  [300, 157, '1.91:1'],
  [628, 1200, '1:1.91'],
  [1000, 500, '2:1'],
  [1200, 1500, '4:5'],
  [1.91, 1, '1.91:1'],
])('the ratio of %i to %i is %s', (width, height, text) =>
  expect(formatRatio({ width, height })).toBe(text),
)
