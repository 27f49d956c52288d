import type { SceneLight } from '@cloudbank/core/scene'
import type { GroundSettings } from '@cloudbank/core/steps'

/** How much of a scene's light falls on the product to begin with, in per cent. */
const TOUCH_PCT = 45
const SHADOW = { shadow: 'made', shadowPct: 55, contactPct: 75, shadowSoftPct: 55 } as const
/** Light from behind throws a longer shadow towards the camera than light from the front throws away from it. */
const [SHORT_PCT, LONG_PCT] = [22, 45]

/** Shadow and light of a product that belongs into a scene: its shadow falls away from the light. */
export function fittedTo({ lightDeg }: SceneLight): Partial<GroundSettings> {
  const away = lightDeg > 0 ? lightDeg - 180 : lightDeg + 180
  const fromBehind = Math.max(0, Math.sin((lightDeg * Math.PI) / 180))
  return {
    ...SHADOW,
    shadowAngleDeg: Math.round(away),
    shadowLengthPct: Math.round(SHORT_PCT + (LONG_PCT - SHORT_PCT) * fromBehind),
    touchPct: TOUCH_PCT,
  }
}
