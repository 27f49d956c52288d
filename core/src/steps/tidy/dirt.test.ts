import { expect, test } from 'vitest'
import { photographSource } from '../../source'
import { specksSeen } from './dirt'
import { TidySettings } from './settings'
import { cleanFindings } from './findings'
import { tidiedAt } from './tidied'
import type { TidyOwn } from './retouches'
import { SIZE, made, surface, inDisc, all } from './surface.testing'

test('dirt that was refused stays, and is told', () => {
  const plain = surface(0.004)
  const specked = (x: number, y: number): number =>
    inDisc(x, y, 60, 60, 3) || inDisc(x, y, 200, 120, 3) ? 0.8 : plain(x, y)
  const source = photographSource(made(specked))
  const settings = TidySettings.parse({ specks: 'firm', cleanAt: 'photograph' })
  const refused = { a: [60 / SIZE.width, 60 / SIZE.height] as [number, number] }
  const said = { refused, accepted: {} }
  const seen = specksSeen(source, settings, said)
  expect(seen.map(({ standing }) => standing).sort()).toEqual(['cleaned', 'rejected'])
  const after = all(tidiedAt(source, settings, { works: {}, ...said }, Infinity, () => undefined))
  expect(after.data[(60 * SIZE.width + 60) * 4]).toBeCloseTo(0.8, 1)
  expect(after.data[(120 * SIZE.width + 200) * 4]).toBeLessThan(0.4)
})

test('what may be print stays until it is accepted as dirt, and is told as a finding', async () => {
  const plain = surface(0.004)
  const inked = (x: number, y: number): number =>
    inDisc(x, y, 60, 60, 3) || (x >= 200 && x < 203 && y >= 110 && y < 130) ? 0.8 : plain(x, y)
  const source = photographSource(made(inked))
  const settings = TidySettings.parse({ specks: 'gentle', cleanAt: 'photograph' })
  const accepted = { a: [201 / SIZE.width, 120 / SIZE.height] as [number, number] }
  const standings = (said: Omit<TidyOwn, 'works'>): string[] =>
    specksSeen(source, settings, said).map(({ standing }) => standing)
  const at = (said: Omit<TidyOwn, 'works'>): number =>
    all(tidiedAt(source, settings, { works: {}, ...said }, Infinity, () => undefined)).data[
      (120 * SIZE.width + 201) * 4
    ]!
  expect(standings({ refused: {}, accepted: {} }).sort()).toEqual(['asked', 'cleaned'])
  expect(at({ refused: {}, accepted: {} })).toBeCloseTo(0.8, 1)
  expect(standings({ refused: {}, accepted })).toEqual(['cleaned', 'cleaned'])
  expect(at({ refused: {}, accepted })).toBeLessThan(0.4)
  expect(standings({ refused: accepted, accepted: {} }).sort()).toEqual(['cleaned', 'rejected'])
  const codes = cleanFindings({ cleaned: 1, asked: 1, works: 0, textured: 0 }).map(
    ({ code }) => code,
  )
  expect(codes).toEqual(['maybe-print', 'cleaned'])
})
