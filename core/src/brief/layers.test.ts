import { expect, test } from 'vitest'
import { layerSteps, originOf, UNTOUCHED } from './layers'
import { SHOP_WHITE } from './brief'

const lighting = {
  neutral: { gains: [1.2, 1, 0.8] as const },
  light: { contrast: 10, warmth: 5 },
}
const touches = { light: { contrast: -20 } }

test('the shot lies over the lighting, the lighting over the brief', () => {
  const { light, frame } = layerSteps(SHOP_WHITE.steps, lighting, touches)
  expect(light).toMatchObject({
    neutral: { from: 'gains', red: 1.2, green: 1, blue: 0.8 },
    contrast: -20,
    warmth: 5,
    exposureEv: 0,
  })
  expect(frame).toEqual(SHOP_WHITE.steps.frame)
  expect(originOf('contrast', lighting, touches)).toBe('shot')
  expect(originOf('neutral', lighting, touches)).toBe('lighting')
  expect(originOf('exposureEv', lighting, touches)).toBe('brief')
})

test('without any layer the brief is as it was', () => {
  expect(layerSteps(SHOP_WHITE.steps, null, UNTOUCHED)).toEqual(SHOP_WHITE.steps)
})
