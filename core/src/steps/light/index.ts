import { z } from 'zod'
import { fractionsOf } from '../../raster'
import { nonDefaults } from '../nonDefaults'
import type { Pass } from '../pass'
import { defineStep } from '../step'
import { applyGrade } from './applyGrade'
import { LIGHT_CONTROLS } from './controls'
import { readCubeAsset, type CubeLut } from './cube'
import { describeLight } from './describeLight'
import { examineForLight, LIGHT_FINDINGS } from './findings'
import { applyFlatten, type Flatten } from './flatten'
import { planLight } from './planLight'
import { LightSettings } from './settings'

/** Light: the neutral, then tone, colour and look; an even backdrop. */
export const light = defineStep({
  id: 'light',
  title: 'Light',
  engine: 3,
  settings: LightSettings,
  own: z.strictObject({}),
  controls: LIGHT_CONTROLS,
  findings: LIGHT_FINDINGS,
  describe: describeLight,
  assets: ({ look }) =>
    look.from === 'cube' ? [{ role: 'look', name: look.name, hash: look.hash }] : [],
  readAsset: (bytes): Promise<CubeLut> => Promise.resolve(readCubeAsset(bytes)),
  keyPart: keyPartOf,
  examine: examineForLight,
  decide: async ({ settings, assets }, { source, network }) => {
    const { look } = settings
    const cube = look.from === 'cube' ? assets.get(look.hash)! : null // all that is named has been read
    const { grade, flatten, findings } = await planLight(source, settings, cube, network)
    const colour: Pass = { layer: 'colour', paint: ({ data }) => applyGrade(data, grade) }
    return { passes: flatten ? [flattenPass(flatten), colour] : [colour], findings }
  },
})

/** A colour table is what its hash says; what it is called changes no pixel. */
function keyPartOf(settings: LightSettings): unknown {
  const { look, ...others } = nonDefaults(LightSettings, settings)
  const named = settings.look
  const table = named.from === 'cube' ? { hash: named.hash, strengthPct: named.strengthPct } : look
  return look === undefined ? others : { ...others, look: table }
}

const flattenPass = (flatten: Flatten): Pass => ({
  layer: 'backdrop',
  paint: (picture, { window, photograph, alpha }) =>
    applyFlatten(picture, flatten, fractionsOf(window, photograph), alpha()),
})
