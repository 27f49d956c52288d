import { z } from 'zod'
import {
  bytesToHex,
  fitInside,
  fractionsOf,
  labToLinear,
  linearRaster,
  linearToLab,
  linearToSrgb,
  pixelsOf,
  planeF32,
  resamplePlane,
  LINEAR,
  wholeOf,
  type LinearRgba,
  type PlaneF32,
} from '../../raster'
import { found, type ShotFacts } from '../../facts'
import { MATTE } from '../../matte'
import type { Pass } from '../pass'
import type { Behind as PlannedBehind, RenditionPlan } from '../renditionPlan'
import { LIFT } from '../cut/lift'
import { defineStep } from '../step'
import { GROUND_CONTROLS } from './controls'
import { GROUND_FINDINGS } from './findings'
import { paintGradient } from './gradient'
import { groundPicture, paintPicture } from './groundPicture'
import { madeShadow } from './madeShadow'
import { OWN_BACKDROP, ownBackdrop, type OwnBackdrop } from './ownBackdrop'
import { reflectionOf } from './reflection'
import { GroundSettings, type Behind } from './settings'
import { touchPass } from './touch'

/** Longer side at which a shadow is made, in pixels. */
const SHADOW_SIDE_PX = 480

/** Ground: what the product stands on. */
export const ground = defineStep({
  id: 'ground',
  title: 'Ground',
  engine: 1,
  settings: GroundSettings,
  own: z.strictObject({}),
  controls: GROUND_CONTROLS,
  perPlacement: GroundSettings.keyof().options,
  findings: GROUND_FINDINGS,
  describe: ({ behind, shadow, reflectionPct }) =>
    [
      describeBehind(behind),
      shadow === 'kept' ? 'own shadow' : shadow === 'made' ? 'drawn shadow' : null,
      reflectionPct > 0 ? 'reflection' : null,
    ]
      .filter((part) => part !== null)
      .join(', '),
  gives: [OWN_BACKDROP],
  assets: ({ behind }) =>
    behind.kind === 'picture' ? [{ role: 'ground', name: behind.name, hash: behind.hash }] : [],
  readAsset: async (bytes, decode): Promise<LinearRgba> => groundPicture(await decode(bytes)),
  // What a shadow or a reflection would look like says nothing while there is none.
  keyPart: (settings) => {
    const { behind, shadow, reflectionPct } = settings
    const isPhotograph = behind.kind === 'original'
    const none = GroundSettings.parse({})
    const part = {
      ...(isSame(behind, none.behind) ? {} : { behind: behindPart(behind) }),
      ...(shadow === 'none' || isPhotograph ? {} : shadowPart(settings)),
      ...(reflectionPct === 0 || isPhotograph ? {} : reflectionPart(settings)),
      ...(touches(settings) ? { touchPct: settings.touchPct } : {}),
    }
    return Object.keys(part).length === 0 ? null : part
  },
  decide: ({ facts }, { source }) => {
    const matte = facts.of(MATTE)
    if (matte?.kind !== 'cut') return Promise.resolve({})
    let own: OwnBackdrop | null = null
    const lifted = (): OwnBackdrop => (own ??= ownBackdrop(source, matte))
    return Promise.resolve({ facts: [found(OWN_BACKDROP, lifted)] })
  },
  plan: (draft, { settings, facts, assets }) => {
    const behind = plannedBehind(settings.behind, draft, facts, assets)
    const lift = facts.of(LIFT)
    if (behind.kind === 'original' || !lift) return { ...draft, behind }
    const findings =
      settings.shadow === 'kept' && facts.of(OWN_BACKDROP)?.().shadow === null
        ? [...draft.findings, { code: 'no-own-shadow' } as const]
        : draft.findings
    const touch =
      behind.kind === 'painted' && touches(settings)
        ? [touchPass(behind.paint, settings.touchPct / 100)]
        : []
    const passes = [...draft.passes, lift, ...touch, ...standing(settings, facts)]
    return { ...draft, behind, findings, passes }
  },
})

/** Whether the light of what lies behind falls on the product. */
const touches = ({ touchPct, behind }: GroundSettings): boolean =>
  touchPct > 0 && (behind.kind === 'picture' || behind.kind === 'gradient')

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** What a picture is called changes nothing, nor does the size of tiles that are not repeated. */
function behindPart(behind: Behind): object {
  if (behind.kind !== 'picture') return behind
  const { kind, hash, fit, sizePct, blurPct, lightEv } = behind
  return { kind, hash, fit, ...(fit === 'repeat' ? { sizePct } : {}), blurPct, lightEv }
}

const shadowPart = ({
  shadow,
  shadowPct,
  shadowAngleDeg,
  shadowLengthPct,
  shadowSoftPct,
  contactPct,
}: GroundSettings) =>
  shadow === 'kept'
    ? // 2: what is no shadow of the product is left out.
      { shadow, shadowPct, engine: 2 }
    : { shadow, shadowPct, shadowAngleDeg, shadowLengthPct, shadowSoftPct, contactPct }

const reflectionPart = ({
  reflectionPct,
  reflectionFadePct,
  reflectionBlurPct,
}: GroundSettings) => ({
  reflectionPct,
  reflectionFadePct,
  reflectionBlurPct,
})

function describeBehind(behind: Behind): string {
  switch (behind.kind) {
    case 'colour':
      return behind.colour === '#FFFFFF' ? 'white' : behind.colour
    case 'transparent':
      return 'transparent'
    case 'original':
      return 'the photographed backdrop'
    case 'gradient':
      return `${behind.from} to ${behind.to}`
    case 'cleaned':
      return `cleaned backdrop, L* ${behind.lightness}`
    case 'picture':
      return `the picture ${behind.name}`
  }
}

function plannedBehind(
  behind: Behind,
  { passes }: RenditionPlan,
  { photograph, of }: ShotFacts,
  pictures: ReadonlyMap<string, LinearRgba>,
): PlannedBehind {
  const own = of(OWN_BACKDROP)
  switch (behind.kind) {
    case 'gradient':
      return { kind: 'painted', paint: (picture) => paintGradient(picture, behind) }
    case 'cleaned': {
      // A shot that was not cut keeps its backdrop.
      if (!own) return { kind: 'original' }
      const lit = linearRaster({ width: 1, height: 1 })
      lit.data.set([...own().colour, 1])
      const place = {
        window: { x: 0, y: 0, ...photograph },
        photograph,
        alpha: () => null,
        report: () => undefined,
      }
      for (const pass of passes) if (pass.layer === 'colour') pass.paint(lit, place)
      const [, a, b] = linearToLab([lit.data[0]!, lit.data[1]!, lit.data[2]!])
      const [red, green, blue] = labToLinear([behind.lightness, a, b])
      return { kind: 'colour', colour: bytesToHex([byteOf(red), byteOf(green), byteOf(blue)]) }
    }
    case 'picture': {
      // A shot that was not cut keeps its backdrop.
      if (!own) return { kind: 'original' }
      const drawnFrom = pictures.get(behind.hash)! // all that is named has been read
      return { kind: 'painted', paint: (picture) => paintPicture(picture, drawnFrom, behind) }
    }
    case 'colour':
    case 'transparent':
    case 'original':
      return behind
  }
}

const byteOf = (linear: number): number => Math.round(linearToSrgb(linear) * 255)

/** What is laid under the product: its shadow, and the reflection under that. */
function standing(settings: GroundSettings, facts: ShotFacts): Pass[] {
  const passes: Pass[] = []
  const { shadow, reflectionPct } = settings
  const made = {
    strength: settings.shadowPct / 100,
    contact: settings.contactPct / 100,
    angleDeg: settings.shadowAngleDeg,
    length: settings.shadowLengthPct / 100,
    softness: settings.shadowSoftPct / 100,
  }
  // The reflection is of the product alone, so it is taken before a shadow lies under it.
  if (reflectionPct > 0)
    passes.push({
      layer: 'stand',
      paint: (picture, { alpha }) => {
        const share = alpha()
        if (!share) return
        const mirrored = reflectionOf(picture, share, {
          strength: reflectionPct / 100,
          reach: settings.reflectionFadePct / 100,
          blur: settings.reflectionBlurPct / 100,
        })
        layUnder(picture, (p, c) => mirrored.data[p + c]!)
      },
    })
  if (shadow === 'made')
    passes.push({
      layer: 'stand',
      paint: (picture, { alpha }) => {
        const share = alpha()
        if (!share) return
        // A shadow has nothing fine in it.
        const small = planeF32(fitInside(share, SHADOW_SIDE_PX))
        resamplePlane(share, wholeOf(share), small, LINEAR)
        const dark = madeShadow(small, made)
        layShadow(picture, resamplePlane(dark, wholeOf(dark), planeF32(picture), LINEAR), 1)
      },
    })
  const own = facts.of(OWN_BACKDROP)
  if (shadow === 'kept' && own)
    passes.push({
      layer: 'stand',
      paint: (picture, { window, photograph }) => {
        const whole = own().shadow
        if (!whole) return
        const part = pixelsOf(fractionsOf(window, photograph), whole)
        const dark = resamplePlane(whole, part, planeF32(picture), LINEAR)
        layShadow(picture, dark, made.strength)
      },
    })
  return passes
}

/** Lays darkness under the product: over any ground it is as if the ground were multiplied by what is left. */
const layShadow = (picture: LinearRgba, dark: PlaneF32, strength: number): void =>
  layUnder(picture, (p, c) => (c === 3 ? strength * dark.data[p / 4]! : 0))

/** Puts premultiplied values under a picture (Porter & Duff 1984: over). */
function layUnder({ data }: LinearRgba, value: (pixel: number, channel: number) => number): void {
  for (let p = 0; p < data.length; p += 4) {
    const through = 1 - data[p + 3]!
    if (through <= 0) continue
    for (let c = 0; c < 4; c++) data[p + c]! += through * value(p, c)
  }
}
