import { describe, expect, test } from 'vitest'
import type { Rgb } from '../../raster'
import { groupLightings, type LightingClue } from './groupLightings'

const GREY: Rgb = [0.5, 0.5, 0.5]
const WARM: Rgb = [0.6, 0.5, 0.36]
const BLUE: Rgb = [0.05, 0.12, 0.4]

const clue = (
  id: string,
  time: string | null,
  backdrop: Rgb = GREY,
  camera = 'Q2',
): LightingClue => ({
  id,
  takenAt: time && `2026-10-12T${time}:00`,
  camera: time && camera,
  backdrop,
  backdropShare01: 0.95,
})

const sorted = (clues: readonly LightingClue[]) =>
  groupLightings<string>([], clues).map(({ members }) => members.map(({ id }) => id).join(''))

describe('lightings', () => {
  test('end with a long pause', () => {
    expect(
      sorted([clue('a', '09:04'), clue('b', '09:33'), clue('c', '14:22'), clue('d', '14:46')]),
    ).toEqual(['ab', 'cd'])
  })

  test.each([
    ['2026-12-31T23:58:00', '2027-01-01T00:03:30', 'ab'],
    ['2024-02-28T23:59:00', '2024-02-29T00:01:00', 'ab'],
    ['2023-02-28T23:59:00', '2023-03-01T00:01:00', 'ab'],
    ['2024-02-28T23:59:00', '2024-03-01T00:01:00', 'a,b'],
    ['1999-12-31T23:59:00', '2000-01-01T23:59:00', 'a,b'],
  ])('%s and %s: a day’s end is no pause, a day is', (one, other, groups) => {
    const at = (id: string, takenAt: string) => ({ ...clue(id, '09:00'), takenAt })
    expect(sorted([at('a', one), at('b', other)]).join()).toBe(groups)
  })

  test('are of one camera', () => {
    expect(
      sorted([clue('a', '09:04'), clue('b', '09:05', GREY, 'P7'), clue('c', '09:06')]),
    ).toEqual(['ac', 'b'])
  })

  test('have one cast on grey backdrops; coloured ones fit anywhere', () => {
    expect(
      sorted([
        clue('a', '09:04'),
        clue('b', '09:06', WARM),
        clue('c', '09:08', BLUE),
        clue('d', '09:09', WARM),
      ]),
    ).toEqual(['ac', 'bd'])
  })

  test('are not made by one odd shot among others of its time', () => {
    expect(sorted([clue('a', '09:04'), clue('b', '09:06', WARM), clue('c', '09:08')])).toEqual([
      'acb',
    ])
    // Alone in its hour it is a lighting; so are two that have nothing in common.
    expect(sorted([clue('a', '09:04'), clue('b', '14:06', WARM)])).toEqual(['a', 'b'])
    expect(sorted([clue('a', '09:04'), clue('b', '09:06', WARM)])).toEqual(['a', 'b'])
  })

  test('dark and light paper under one light are one lighting', () => {
    const darker: Rgb = [0.24, 0.2, 0.144]
    expect(sorted([clue('a', '09:04', WARM), clue('b', '09:06', darker)])).toEqual(['ab'])
  })

  test('a file without a time goes with the one before it', () => {
    expect(
      sorted([clue('a', '09:04'), clue('b', '14:22'), clue('c', null), clue('d', '14:30')]),
    ).toEqual(['a', 'bdc'])
  })

  test('newcomers join the lightings that are there', () => {
    const groups = groupLightings(
      [
        { key: 'morning', members: [clue('a', '09:04')] },
        { key: 'noon', members: [clue('b', '12:00')] },
      ],
      [clue('c', '12:10'), clue('d', '18:00')],
    )
    expect(groups.map(({ key, members }) => [key, members.length])).toEqual([
      ['morning', 1],
      ['noon', 2],
      [null, 1],
    ])
  })
})
