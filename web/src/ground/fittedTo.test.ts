import { expect, test } from 'vitest'
import { fittedTo } from './fittedTo'

test.each([
  ['behind', 90, -90],
  ['the left', 180, 0],
  ['the right', 0, 180],
  ['the camera', -90, 90],
  ['behind and left', 135, -45],
])('light from %s throws the shadow to the other side', (_, lightDeg, shadowAngleDeg) => {
  const fitted = fittedTo({ lightDeg, warmth: 0, horizon01: 0.5 })
  expect(fitted).toMatchObject({ shadow: 'made', shadowAngleDeg })
})

test('a shadow towards the camera is longer than one away from it', () => {
  const lengthOf = (lightDeg: number) =>
    fittedTo({ lightDeg, warmth: 0, horizon01: 0.5 }).shadowLengthPct!
  expect(lengthOf(90)).toBeGreaterThan(lengthOf(180))
  expect(lengthOf(180)).toBe(lengthOf(-90))
})
