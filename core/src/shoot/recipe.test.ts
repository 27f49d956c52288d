import { describe, expect, test } from 'vitest'
import { planShot, renditionKey, SHOP_WHITE } from '../brief'
import { bySlots, shootView } from './rows/view.testing'
import { lightingRow, renditionRow, shotRow } from './rows/rows.testing'
import { lightingId } from './rows/ids.testing'
import { createShootModel } from './createShootModel'
import { isTouched } from './recipe'
import { makeWords } from './standing'

const { keyOf, recipeOf, stepsOf, countStale, standingOf } = createShootModel()

const { steps } = SHOP_WHITE
const [page, card] = steps.finish.placements as [
  (typeof steps.finish.placements)[0],
  (typeof steps.finish.placements)[0],
]
const lighting = lightingRow('l', {
  light: { warmth: 5 },
  neutral: {
    shotId: shotRow('a').id,
    spot: { x: 0.5, y: 0.5, radius: 0.1 },
    gains: [1.1, 1, 0.9],
    lab: [50, 0, 0],
    spread: 0,
    pixels: 100,
    readAt: 0,
  },
})
const recipe = recipeOf(shootView({ lightings: new Map([[lighting.id, lighting]]) }))
const inLighting = shotRow('a', { lightingId: lightingId('l') })

describe('the settings of a shot', () => {
  test('are the brief’s, its lighting’s over them, its own touches over those', () => {
    const shot = { ...inLighting, touches: { light: { warmth: 9, contrast: 3 } } }
    expect(stepsOf(shotRow('b'), recipe)).toEqual(steps)
    expect(stepsOf(shot, recipe).light).toEqual({
      ...steps.light,
      neutral: { from: 'gains', red: 1.1, green: 1, blue: 0.9 },
      warmth: 9,
      contrast: 3,
    })
  })

  test('whether anything is its own', () => {
    expect(isTouched(inLighting)).toBe(false)
    expect(isTouched({ ...inLighting, touches: { light: {} } })).toBe(false)
    expect(isTouched({ ...inLighting, touches: { light: { warmth: 1 } } })).toBe(true)
  })
})

describe('the key of a rendition', () => {
  test('worked out once for many shots is the same as worked out for each', () => {
    const shots = [
      shotRow('a'),
      inLighting,
      shotRow('c', { touches: { light: { warmth: 2 } } }),
      { ...inLighting, id: shotRow('d').id, touches: { light: { warmth: 2 } } },
    ]
    for (const shot of shots)
      for (const placement of [page, card]) {
        const whole = planShot(
          shot.originalHash,
          stepsOf({ ...shot, touches: {} }, recipe),
          shot.touches,
        )
        expect(keyOf(shot, recipe, placement)).toBe(renditionKey(whole, placement))
      }
  })
})

describe('what is out of date', () => {
  const shot = shotRow('a')
  const made = (placementId: 'page' | 'card') =>
    renditionRow('a', placementId, {
      key: keyOf(shot, recipe, placementId === 'page' ? page : card),
    })

  test('follows the keys of the renditions', () => {
    const both = bySlots([made('page'), made('card')])
    expect(standingOf(shot, recipe, new Map())).toBe('none')
    expect(standingOf(shot, recipe, both)).toBe('made')
    expect(standingOf(shot, recipe, bySlots([made('page')]))).toBe('partly')
    const brighter = { ...steps, light: { ...steps.light, exposureEv: 1 } }
    expect(standingOf(shot, { ...recipe, steps: brighter }, both)).toBe('out-of-date')
    expect(countStale([shot, shotRow('b')], recipe, both)).toBe(2)
  })

  test('what was put back by hand stands for what it replaces, until something changes again', () => {
    const brighter = { ...steps, light: { ...steps.light, exposureEv: 1 } }
    const later = { ...recipe, steps: brighter }
    const back = (placementId: 'page' | 'card') => {
      const placement = placementId === 'page' ? page : card
      return { ...made(placementId), standsFor: keyOf(shot, later, placement) }
    }
    const both = bySlots([back('page'), back('card')])
    expect(standingOf(shot, later, both)).toBe('made')
    expect(standingOf(shot, recipe, both)).toBe('made')
    const darker = { ...steps, light: { ...steps.light, exposureEv: -1 } }
    expect(standingOf(shot, { ...recipe, steps: darker }, both)).toBe('out-of-date')
  })

  test('a setting that is set to what it is anyway puts nothing out of date', () => {
    const both = bySlots([made('page'), made('card')])
    const touched = { ...shot, touches: { light: { contrast: 0 } } }
    expect(standingOf(touched, recipe, both)).toBe('made')
  })
})

test.each([
  [0, 0, 'Make 0 renditions'],
  [1, 4, 'Make 1 rendition'],
  [0, 4, 'All 4 renditions made'],
])('%i of %i to make: %s', (toMake, total, words) => expect(makeWords(toMake, total)).toBe(words))
