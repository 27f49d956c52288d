import { ShootId } from '@cloudbank/core/shoot'
import { expect, test } from 'vitest'
import { PlainDeed, SaveQueue } from './saves'

const deed = (value: number, mergeKey = 'exposure'): PlainDeed => ({
  shootId: ShootId.parse('s'),
  words: `Exposure ${value}`,
  mergeKey,
  puts: [{ table: 'shots', id: 'a', path: ['touches', 'light', 'exposureEv'], value }],
})

/** A queue whose saves end when the test says. */
function played() {
  const saved: string[] = []
  const remembered: (readonly string[] | null)[] = []
  const ends: ((error?: Error) => void)[] = []
  const queue = new SaveQueue({
    perform: ({ words }) =>
      new Promise((resolve, reject) => {
        saved.push(words)
        ends.push((error) => (error ? reject(error) : resolve()))
      }),
    remember: (unsaved) => remembered.push(unsaved && unsaved.map(({ words }) => words)),
  })
  return { queue, saved, remembered, ends }
}

test('of many changes in quick succession the first and the last are saved', async () => {
  const { queue, saved, ends } = played()
  const all = [1, 2, 3, 4].map((value) => queue.save(deed(value)))
  expect(saved).toEqual(['Exposure 1'])
  ends[0]!()
  await all[0]
  await expect.poll(() => saved).toEqual(['Exposure 1', 'Exposure 4'])
  ends[1]!()
  await Promise.all(all)
})

test('a change of something else is not passed over', async () => {
  const { queue, saved, ends } = played()
  const all = [queue.save(deed(1)), queue.save(deed(2)), queue.save(deed(3, 'contrast'))]
  for (let i = 0; i < 3; i++) {
    await expect.poll(() => ends.length).toBe(i + 1)
    ends[i]!()
  }
  await Promise.all(all)
  expect(saved).toEqual(['Exposure 1', 'Exposure 2', 'Exposure 3'])
})

test('what is not in the database yet is remembered at every moment, and forgotten afterwards', async () => {
  const { queue, remembered, ends } = played()
  const first = queue.save(deed(1))
  const second = queue.save(deed(2))
  expect(remembered.at(-1)).toEqual(['Exposure 1', 'Exposure 2'])
  ends[0]!()
  await first
  await expect.poll(() => ends.length).toBe(2)
  ends[1]!()
  await second
  expect(remembered.at(-1)).toBeNull()
})

test('a save that fails says so, and the next one goes on', async () => {
  const { queue, ends, saved } = played()
  const first = queue.save(deed(1))
  const second = queue.save(deed(2))
  ends[0]!(new Error('no room'))
  await expect(first).rejects.toThrow('no room')
  await expect.poll(() => saved.length).toBe(2)
  ends[1]!()
  await second
})

test('a value that is taken away is remembered as such', () => {
  const { puts, ...others } = deed(1)
  const release: PlainDeed = { ...others, puts: [{ ...puts[0]!, value: undefined }] }
  const remembered: unknown = JSON.parse(JSON.stringify(release))
  expect(PlainDeed.parse(remembered)).toEqual(release)
})
