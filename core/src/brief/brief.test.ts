import { expect, test } from 'vitest'
import { describeBrief, readBrief, SHOP_WHITE } from './brief'
import { STARTING_BRIEFS } from './startingBriefs'
import { matteKey, neededSidePx, placementSize, planShot, renditionKey } from './plan'

const HASH = 'a'.repeat(64)
const [page, card] = SHOP_WHITE.steps.finish.placements

test('an empty brief takes every default, which is Shop white', () => {
  const result = readBrief({ version: 1, name: 'Shop white' })
  expect(result).toEqual({ ok: true, brief: SHOP_WHITE })
  expect(describeBrief(SHOP_WHITE).map(({ words }) => words)).toEqual([
    'neutral from the backdrop',
    'automatic',
    'white',
    '1:1, fills 85 %',
    'page 1200 px JPEG ≤ 200 KB\ncard 600 px JPEG ≤ 60 KB',
  ])
})

test.each([
  [{ version: 1, name: 'x', steps: { frame: { fillPct: 140 } } }, 'steps.frame.fillPct'],
  [
    { version: 1, name: 'x', steps: { ground: { kind: 'colour', colour: 'white' } } },
    'steps.ground.colour',
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
  [{ version: 2, name: 'x' }, 'version'],
  [{ version: 1, name: '' }, 'name'],
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

test('changing Finish or Light never cuts again; changing Cut does', () => {
  const plan = planShot(HASH, SHOP_WHITE.steps)
  const withSteps = (change: object) => planShot(HASH, { ...SHOP_WHITE.steps, ...change })
  const heavier = withSteps({ finish: { placements: [{ ...page!, qualityPct: 60 }, card!] } })
  const brighter = withSteps({ light: { exposureEv: 1, neutral: { from: 'photograph' } } })
  expect(matteKey(heavier)).toBe(matteKey(plan))
  expect(matteKey(brighter)).toBe(matteKey(plan))
  expect(matteKey(withSteps({ cut: { method: 'off' } }))).not.toBe(matteKey(plan))
  expect(matteKey(planShot('b'.repeat(64), SHOP_WHITE.steps))).not.toBe(matteKey(plan))
})

test('a rendition is out of date when what made it changes, and only then', () => {
  const key = renditionKey(planShot(HASH, SHOP_WHITE.steps), page!)
  const brighter = { ...SHOP_WHITE.steps, light: { ...SHOP_WHITE.steps.light, exposureEv: 0.5 } }
  expect(renditionKey(planShot(HASH, brighter), page!)).not.toBe(key)
  expect(renditionKey(planShot(HASH, SHOP_WHITE.steps), { ...page!, name: 'Product page' })).toBe(
    key,
  )
  const oneMore = {
    ...SHOP_WHITE.steps,
    finish: { placements: [page!, card!, { ...card!, id: 'thumb' }] },
  }
  expect(renditionKey(planShot(HASH, oneMore), page!)).toBe(key)
})

test('sizes follow the ratio, and the needed scale follows the product', () => {
  const frame = { ratio: { width: 4, height: 5 }, fillPct: 85, enlarge: false }
  expect(placementSize({ ...page!, longSidePx: 1350 }, frame)).toEqual({
    width: 1080,
    height: 1350,
  })
  const side = neededSidePx(
    SHOP_WHITE.steps,
    { x: 0.25, y: 0.25, width: 0.5, height: 0.5 },
    { width: 2000, height: 2000 },
  )
  expect(side).toBeCloseTo((1200 * 0.85) / 0.5, 6)
})
