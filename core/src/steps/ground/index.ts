import { z } from 'zod'
import {
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
  type HexColour,
  type LinearRgba,
  type PlaneF32,
  type Rgb,
} from '../../raster'
import type { Pass } from '../pass'
import type { Behind as PlannedBehind, RenditionPlan } from '../renditionPlan'
import { defineStep, type DecideContext, type ShotFacts } from '../step'
import { GROUND_CONTROLS } from './controls'
import { paintGradient } from './gradient'
import { groundPicture, paintPicture } from './groundPicture'
import { madeShadow } from './madeShadow'
import { ownBackdrop, type OwnBackdrop } from './ownBackdrop'
import { reflectionOf } from './reflection'
import { GroundSettings, type Behind } from './settings'

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
  findings: {},
  describe: ({ behind, shadow, reflectionPct }) =>
    [
      describeBehind(behind),
      shadow === 'kept' ? 'its own shadow' : shadow === 'made' ? 'a made shadow' : null,
      reflectionPct > 0 ? 'a reflection' : null,
    ]
      .filter((part) => part !== null)
      .join(', '),
  assets: ({ behind }): Record<string, string> =>
    behind.kind === 'picture' ? { [behind.name]: behind.hash } : {},
  // What a shadow or a reflection would look like says nothing while there is none.
  keyPart: (settings) => {
    const { behind, shadow, reflectionPct } = settings
    const isPhotograph = behind.kind === 'original'
    const none = GroundSettings.parse({})
    const part = {
      ...(isSame(behind, none.behind) ? {} : { behind: behindPart(behind) }),
      ...(shadow === 'none' || isPhotograph ? {} : shadowPart(settings)),
      ...(reflectionPct === 0 || isPhotograph ? {} : reflectionPart(settings)),
    }
    return Object.keys(part).length === 0 ? null : part
  },
  decide: async ({ matte }, { behind }, _own, context) => {
    if (matte?.kind !== 'cut') return {}
    let own: OwnBackdrop | null = null
    return {
      facts: {
        ownBackdrop: () => (own ??= ownBackdrop(context.source, matte)),
        ...(behind.kind === 'picture'
          ? { groundPicture: await groundPictureOf(behind.hash, context) }
          : {}),
      },
    }
  },
  plan: (draft, settings, facts) => {
    const behind = plannedBehind(settings.behind, draft, facts)
    if (behind.kind === 'original' || !facts.lift) return { ...draft, behind }
    return { ...draft, behind, passes: [...draft.passes, facts.lift, ...standing(settings, facts)] }
  },
})

/** Grounds by the bytes of their files, which are the same every time: a set stands on one. */
const known = new WeakMap<Uint8Array, Promise<LinearRgba>>()

async function groundPictureOf(
  hash: string,
  { asset, decode }: Pick<DecideContext, 'asset' | 'decode'>,
): Promise<LinearRgba> {
  const bytes = await asset(hash)
  const reading = known.get(bytes) ?? decode(bytes).then(groundPicture)
  known.set(bytes, reading)
  return reading
}

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
    ? { shadow, shadowPct }
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
      return `the backdrop cleaned, L* ${behind.lightness}`
    case 'picture':
      return `the picture ${behind.name}`
  }
}

function plannedBehind(
  behind: Behind,
  { passes }: RenditionPlan,
  { ownBackdrop: own, photograph, groundPicture: drawnFrom }: ShotFacts,
): PlannedBehind {
  switch (behind.kind) {
    case 'gradient':
      return { kind: 'painted', paint: (picture) => paintGradient(picture, behind) }
    case 'cleaned': {
      // A shot that was not cut keeps its backdrop.
      if (!own) return { kind: 'original' }
      const lit = linearRaster({ width: 1, height: 1 })
      lit.data.set([...own().colour, 1])
      const place = { window: { x: 0, y: 0, ...photograph }, photograph, alpha: () => null }
      for (const pass of passes) if (pass.phase === 'colour') pass.paint(lit, place)
      const [, a, b] = linearToLab([lit.data[0]!, lit.data[1]!, lit.data[2]!])
      return { kind: 'colour', colour: hexOf(labToLinear([behind.lightness, a, b])) }
    }
    case 'picture':
      // A shot that was not cut keeps its backdrop.
      return drawnFrom
        ? { kind: 'painted', paint: (picture) => paintPicture(picture, drawnFrom, behind) }
        : { kind: 'original' }
    case 'colour':
    case 'transparent':
    case 'original':
      return behind
  }
}

const hexOf = (linear: Rgb): HexColour =>
  `#${linear
    .map((value) =>
      Math.round(linearToSrgb(value) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')
    .toUpperCase()}`

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
      phase: 'stand',
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
      phase: 'stand',
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
  const { ownBackdrop: own } = facts
  if (shadow === 'kept' && own)
    passes.push({
      phase: 'stand',
      paint: (picture, { window, photograph }) => {
        const whole = own().shadow
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
