import { rangeOf } from '../controls'
import { LightSettings, type LookId } from './settings'

/** The settings that a look may set. */
export type LookSettings = Partial<
  Pick<
    LightSettings,
    | 'exposureEv'
    | 'contrast'
    | 'shadows'
    | 'highlights'
    | 'blackPoint'
    | 'whitePoint'
    | 'warmth'
    | 'tint'
    | 'saturation'
    | 'vibrance'
  >
>

interface LookWords {
  readonly name: string
  readonly words: string
  readonly settings: LookSettings
}

/** The looks that come with the app: plain settings, which can be opened up and changed. */
export const LOOKS: Readonly<Record<LookId, LookWords>> = {
  overcast: {
    name: 'Overcast',
    words: 'soft and even, open shadows',
    settings: { contrast: -22, shadows: 28, highlights: -14, warmth: -6, saturation: -6 },
  },
  kiln: {
    name: 'Kiln',
    words: 'warm and dense, for clay and wood',
    settings: { contrast: 18, warmth: 26, blackPoint: 12, vibrance: 18 },
  },
  linen: {
    name: 'Linen',
    words: 'pale and warm, low contrast',
    settings: {
      exposureEv: 0.15,
      contrast: -16,
      blackPoint: -14,
      warmth: 12,
      saturation: -12,
      highlights: 10,
    },
  },
  slate: {
    name: 'Slate',
    words: 'cool and crisp, for metal and glass',
    settings: { contrast: 26, warmth: -18, blackPoint: 14, saturation: -10, highlights: 8 },
  },
  orchard: {
    name: 'Orchard',
    words: 'fresh colour, clear light',
    settings: { exposureEv: 0.1, contrast: 8, vibrance: 45, shadows: 12 },
  },
  harbour: {
    name: 'Harbour',
    words: 'deep shadows, cool and quiet',
    settings: { contrast: 14, shadows: -24, warmth: -24, tint: -6, saturation: -14 },
  },
  newsprint: {
    name: 'Newsprint',
    words: 'grey only, firm tones',
    settings: { saturation: -100, contrast: 24, blackPoint: 10, whitePoint: 10 },
  },
  lantern: {
    name: 'Lantern',
    words: 'evening light, glowing middle tones',
    settings: { warmth: 42, tint: 6, shadows: 18, highlights: -20, vibrance: 12 },
  },
}

/** The settings that any look sets. */
const LOOK_FIELDS = [
  ...new Set(Object.values(LOOKS).flatMap(({ settings }) => Object.keys(settings))),
] as (keyof LookSettings)[] // the keys of looks' settings

/** The settings with an own look opened up: its settings added at their strength, the look gone. */
export function withLook(settings: LightSettings): LightSettings {
  const { look } = settings
  if (look.from !== 'own') return settings
  const opened: Record<string, number> = {}
  for (const field of LOOK_FIELDS) {
    const { min, max } = rangeOf(LightSettings.shape[field])
    const added = (LOOKS[look.id].settings[field] ?? 0) * (look.strengthPct / 100)
    opened[field] = Math.min(max, Math.max(min, settings[field] + added))
  }
  return { ...settings, ...opened, look: { from: 'none' } }
}
