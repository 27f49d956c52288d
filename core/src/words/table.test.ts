import Papa from 'papaparse'
import { expect, test } from 'vitest'
import { tableText } from './table'

test('what begins like a formula is text, with a line break as well; numbers stay numbers', () => {
  const cells = ['=1+1', '=cmd|"x"\n', '+1\r\n2', '-2', '@a', '\tx', 'a=1', 'two\nlines']
  const text = tableText(
    ['words', 'number'],
    cells.map((cell) => [cell, -3]),
  )
  const [head, ...rows] = Papa.parse<string[]>(text).data
  expect(head).toEqual(['words', 'number'])
  expect(rows).toEqual(cells.map((cell) => [/^(a=|two)/.test(cell) ? cell : `'${cell}`, '-3']))
})
