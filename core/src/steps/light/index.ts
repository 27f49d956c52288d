import { z } from 'zod'
import { fractionsOf } from '../../raster'
import { notAtRest } from '../atRest'
import type { Pass } from '../pass'
import { defineStep, type DecideContext } from '../step'
import { applyGrade } from './applyGrade'
import { LIGHT_CONTROLS } from './controls'
import { readCubeAsset, type CubeLut } from './cube'
import { describeLight } from './describeLight'
import { examineForLight, LIGHT_FINDINGS } from './findings'
import { applyFlatten, type Flatten } from './flatten'
import { planLight } from './planLight'
import { LightSettings, type Look } from './settings'

/** Light: the neutral, then tone, colour and look; an even backdrop. */
export const light = defineStep({
  id: 'light',
  title: 'Light',
  engine: 1,
  settings: LightSettings,
  own: z.strictObject({}),
  controls: LIGHT_CONTROLS,
  findings: LIGHT_FINDINGS,
  describe: describeLight,
  assets: ({ look }): Record<string, string> =>
    look.from === 'cube' ? { [look.name]: look.hash } : {},
  keyPart: keyPartOf,
  examine: examineForLight,
  decide: async (_facts, settings, _own, context) => {
    const cube = await cubeOf(settings.look, context)
    const { source, network } = context
    const { grade, flatten, findings } = await planLight(source, settings, cube, network)
    const colour: Pass = { phase: 'colour', paint: ({ data }) => applyGrade(data, grade) }
    return { passes: flatten ? [flattenPass(flatten), colour] : [colour], findings }
  },
})

/** A colour table is what its hash says; what it is called changes no pixel. */
function keyPartOf(settings: LightSettings): unknown {
  const { look, ...others } = notAtRest(LightSettings, settings)
  const named = settings.look
  const table = named.from === 'cube' ? { hash: named.hash, strengthPct: named.strengthPct } : look
  return look === undefined ? others : { ...others, look: table }
}

async function cubeOf(look: Look, { asset }: DecideContext): Promise<CubeLut | null> {
  return look.from === 'cube' ? readCubeAsset(await asset(look.hash)) : null
}

const flattenPass = (flatten: Flatten): Pass => ({
  phase: 'backdrop',
  paint: (picture, { window, photograph, alpha }) =>
    applyFlatten(picture, flatten, fractionsOf(window, photograph), alpha()),
})
