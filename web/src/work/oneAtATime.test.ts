import { expect, test } from 'vitest'
import { oneAtATime } from './oneAtATime'

test('what is called for while it is at work is done once more, and waited for', async () => {
  const ends: (() => void)[] = []
  const go = oneAtATime(() => new Promise((resolve) => ends.push(resolve)))
  const first = go()
  const second = go()
  void go()
  expect(ends).toHaveLength(1)
  ends[0]!()
  await Promise.resolve()
  await Promise.resolve()
  expect(ends).toHaveLength(2)
  ends[1]!()
  await Promise.all([first, second])
  expect(ends).toHaveLength(2)
})

test('after a failure it can be called again', async () => {
  let calls = 0
  const go = oneAtATime(() =>
    ++calls === 1 ? Promise.reject(new Error('once')) : Promise.resolve(),
  )
  await expect(go()).rejects.toThrow('once')
  await go()
  expect(calls).toBe(2)
})
