import { expect, test } from 'vitest'
import { FileHash } from '../rows'
import { renditionRow } from '../testing'
import { changedSince, type SentFile } from './changedSince'

const file = (path: string, hash: string, altText = 'A mug') => ({
  path,
  altText,
  words: null,
  rendition: renditionRow('a', path, { fileHash: FileHash.parse(hash) }),
})
const sent = (path: string, fileHash: string, altText = 'A mug'): SentFile => ({
  path,
  fileHash,
  altText,
  words: { creator: '', rights: '', description: '', alt: '' },
})
const paths = (files: readonly { readonly path: string }[]): string[] =>
  files.map(({ path }) => path)

test('what never left, and what left with other pixels or other words, has changed', () => {
  const files = [
    file('same', '1'),
    file('pixels', '2'),
    file('words', '3', 'A cup'),
    file('new', '4'),
  ]
  const deliveries = [{ files: [sent('same', '1'), sent('pixels', 'x'), sent('words', '3')] }]
  expect(paths(changedSince(files, deliveries))).toEqual(['pixels', 'words', 'new'])
  expect(paths(changedSince(files, []))).toEqual(paths(files))
})

test('the newest delivery of a path counts, whichever others it left out', () => {
  const deliveries = [{ files: [sent('b', '2')] }, { files: [sent('a', '1'), sent('b', 'old')] }]
  expect(changedSince([file('a', '1'), file('b', '2')], deliveries)).toEqual([])
})

test('credits that were written change a file', () => {
  const words = { creator: 'Quarry', rights: '', description: '', alt: '' }
  const files = [{ ...file('a', '1'), words }]
  expect(paths(changedSince(files, [{ files: [sent('a', '1')] }]))).toEqual(['a'])
  expect(changedSince(files, [{ files: [{ ...sent('a', '1'), words }] }])).toEqual([])
})
