import { readFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { placementSize } from '../steps'
import { describeBrief, readBrief, SHOP_WHITE } from './brief'
import { BRIEF_MIGRATIONS, BRIEF_VERSION } from './migrations'
import { STARTING_BRIEFS } from './startingBriefs'

const readFixture = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../fixtures/${name}`, import.meta.url), 'utf8'))

test('an empty brief takes every default, which is Shop white', () => {
  const result = readBrief({ version: BRIEF_VERSION, name: 'Shop white' })
  expect(result).toEqual({ ok: true, brief: SHOP_WHITE })
  expect(describeBrief(SHOP_WHITE).map(({ words }) => words)).toEqual([
    'neutral from the backdrop',
    'as photographed',
    'automatic',
    'white',
    '1:1, fills 85 %',
    'no marks',
    'page 1200 px JPEG ≤ 200\u00a0KB\ncard 600 px JPEG ≤ 60\u00a0KB',
  ])
})

test.each([
  [
    { version: BRIEF_VERSION, name: 'x', steps: { frame: { fillPct: 140 } } },
    'steps.frame.fillPct',
  ],
  [
    { version: 1, name: 'x', steps: { ground: { kind: 'colour', colour: 'white' } } },
    'steps.ground.behind.colour',
  ],
  [
    {
      version: 1,
      name: 'x',
      steps: { finish: { placements: [{ id: 'a', name: 'a', longSidePx: 'big' }] } },
    },
    'steps.finish.placements.0.longSidePx',
  ],
  [{ version: 1, name: 'x', steps: { finish: { placements: [] } } }, 'steps.finish.placements'],
  [{ version: 99, name: 'x' }, 'version'],
  [{ version: BRIEF_VERSION, name: '' }, 'name'],
  ['white please', 'the brief'],
])('a wrong brief names the field: %j', (data, field) => {
  const result = readBrief(data)
  if (result.ok) throw new Error('was taken')
  expect(result.problems.map((problem) => problem.field)).toContain(field)
})

test('every starting brief is whole and has a name of its own', () => {
  for (const brief of STARTING_BRIEFS) expect(readBrief(brief)).toEqual({ ok: true, brief })
  expect(new Set(STARTING_BRIEFS.map(({ name }) => name)).size).toBe(STARTING_BRIEFS.length)
})

test.each([
  ['fillPercent', { frame: { fillPercent: 80 } }, 'steps.frame.fillPercent', 'fillPct'],
  ['grond', { grond: {} }, 'steps.grond', 'ground'],
  [
    'longsidePx',
    { finish: { placements: [{ id: 'a', name: 'a', longSidePx: 9, longsidePx: 100 }] } },
    'steps.finish.placements.0.longsidePx',
    'longSidePx',
  ],
])('an unknown field is named with the nearest one: %s', (_name, steps, field, near) => {
  const result = readBrief({ version: BRIEF_VERSION, name: 'x', steps })
  if (result.ok) throw new Error('was taken')
  const problem = result.problems.find((candidate) => candidate.field === field)
  expect(problem?.message).toContain(`did you mean ${near}?`)
})

test('a field that is near to none is named alone', () => {
  const result = readBrief({ version: BRIEF_VERSION, name: 'x', zebra: 1 })
  expect(result).toMatchObject({
    problems: [{ field: 'zebra', message: 'there is no such field' }],
  })
})

describe('a placement’s changes', () => {
  const withChanges = (changes: object) =>
    readBrief({
      version: BRIEF_VERSION,
      name: 'x',
      steps: { finish: { placements: [{ id: 'a', name: 'a', longSidePx: 100, changes }] } },
    })

  test('are taken for steps that belong to a rendition', () => {
    expect(withChanges({ frame: { fillPct: 60 } }).ok).toBe(true)
  })

  test.each([
    ['a step that is true of the shot', { light: { contrast: 5 } }, 'changes.light'],
    ['a value out of range', { frame: { fillPct: 600 } }, 'changes.frame.fillPct'],
  ])('are refused for %s', (_name, changes, field) => {
    const result = withChanges(changes)
    if (result.ok) throw new Error('were taken')
    expect(result.problems[0]?.field).toBe(`steps.finish.placements.0.${field}`)
  })
})

describe('older briefs', () => {
  test('migrate by steps without a gap', () => {
    expect(BRIEF_MIGRATIONS.map(({ to }) => to)).toEqual(BRIEF_MIGRATIONS.map((_, i) => i + 2))
  })

  test('version 1, as it was saved, means what it meant', () => {
    const saved = readFixture('brief-1.json')
    const result = readBrief(saved)
    if (!result.ok) throw new Error(JSON.stringify(result.problems))
    expect(result.brief.version).toBe(BRIEF_VERSION)
    expect(result.brief.steps.ground).toMatchObject({
      behind: { kind: 'colour', colour: '#F2F2F0' },
    })
    expect(result.brief.steps.frame).toMatchObject({ ratio: { width: 4, height: 5 }, fillPct: 80 })
    expect(result.brief.steps.light.contrast).toBe(12)
  })

  test('a newer version is refused by name, not guessed at', () => {
    const result = readBrief({ version: BRIEF_VERSION + 1, name: 'x' })
    expect(result).toMatchObject({ ok: false, problems: [{ field: 'version' }] })
  })
})

test('sizes follow the ratio', () => {
  expect(
    placementSize({ longSidePx: 1350 }, { ratio: { width: 4, height: 5 }, mostPx: 10_000 }),
  ).toEqual({
    width: 1080,
    height: 1350,
  })
})
