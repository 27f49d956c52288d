import { expect, test } from 'vitest'
import { lightingTouch } from '../steps'
import { SHOP_WHITE } from './brief'
import { layered, layerSteps, originOf } from './layers'
import { Touches } from './settings'

const lighting = {
  light: lightingTouch({
    neutral: { gains: [1.2, 1, 0.8] },
    light: { contrast: 10, warmth: 5 },
  }),
}
const touches: Touches = { light: { contrast: -20 } }

test('the shot lies over the lighting, the lighting over the brief', () => {
  const { light, frame } = layered(layerSteps(SHOP_WHITE.steps, lighting), touches)
  expect(light).toMatchObject({
    neutral: { from: 'gains', red: 1.2, green: 1, blue: 0.8 },
    contrast: -20,
    warmth: 5,
    exposureEv: 0,
  })
  expect(frame).toEqual(SHOP_WHITE.steps.frame)
  expect(originOf('light', 'contrast', lighting, touches)).toBe('shot')
  expect(originOf('light', 'neutral', lighting, touches)).toBe('lighting')
  expect(originOf('light', 'exposureEv', lighting, touches)).toBe('brief')
})

test('without any layer the brief is as it was', () => {
  expect(layerSteps(SHOP_WHITE.steps, {})).toBe(SHOP_WHITE.steps)
})

test('what a lighting sets goes over the neutral that was read for it', () => {
  const set = { neutral: { from: 'photograph' } } as const
  expect(lightingTouch({ neutral: { gains: [2, 1, 1] }, light: set })).toEqual(set)
})

test('touches hold only what was set, within the settings’ own ranges, for every step', () => {
  expect(Touches.parse({ light: { contrast: 12 }, frame: { fillPct: 70 } })).toEqual({
    light: { contrast: 12 },
    frame: { fillPct: 70 },
  })
  expect(Touches.parse({})).toEqual({})
  expect(Touches.safeParse({ light: { contrast: 120 } }).success).toBe(false)
  expect(Touches.safeParse({ light: { contrasts: 1 } }).success).toBe(false)
  expect(Touches.safeParse({ lights: {} }).success).toBe(false)
})
