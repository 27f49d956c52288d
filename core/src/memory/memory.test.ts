import { expect, test } from 'vitest'
import { defineNote, Memory, Scratch } from '.'

const LENGTH = defineNote<number>('length')
const LATER = defineNote<Promise<string>>('later')

test('a note is made once for each object and memory, and a false value is remembered, too', () => {
  const memory = new Memory()
  const [one, other] = [{}, {}]
  let made = 0
  const make = (): number => made++
  expect([memory.of(one, LENGTH, make), memory.of(one, LENGTH, make)]).toEqual([0, 0])
  expect(memory.of(other, LENGTH, make)).toBe(1)
  expect(new Memory().of(one, LENGTH, make)).toBe(2)
})

test('notes of one name are not one note', () => {
  const memory = new Memory()
  const about = {}
  memory.of(about, LENGTH, () => 1)
  expect(memory.of(about, defineNote<number>('length'), () => 2)).toBe(2)
})

test('work that failed is done again', async () => {
  const memory = new Memory()
  const about = {}
  await expect(memory.later(about, LATER, () => Promise.reject(new Error('no')))).rejects.toThrow(
    'no',
  )
  await expect(memory.later(about, LATER, () => Promise.resolve('yes'))).resolves.toBe('yes')
  await expect(memory.later(about, LATER, () => Promise.resolve('other'))).resolves.toBe('yes')
})

test('scratch gives the same memory again as long as it is large enough, and keeps nothing huge', () => {
  const scratch = new Scratch()
  const first = scratch.floats(100)
  expect(scratch.floats(60).buffer).toBe(first.buffer)
  expect(scratch.floats(60)).toHaveLength(60)
  const huge = scratch.floats(16_000_001)
  expect(huge).toHaveLength(16_000_001)
  expect(scratch.floats(100).buffer).toBe(first.buffer)
})
