import { footOf } from './sceneMatte'
import { MATERIALS, SceneSpec, type Material } from './spec'

/** What words a description of a scene may have, and what each asks for. */
type Change = Partial<Omit<SceneSpec, 'floor' | 'wall' | 'seed'>>

const MATERIAL_WORDS: Readonly<Record<string, Material>> = {
  ...Object.fromEntries(MATERIALS.map((material) => [material, material])),
  stones: 'stone',
  rock: 'stone',
  concrete: 'stone',
  granite: 'stone',
  cloth: 'linen',
  fabric: 'linen',
  canvas: 'linen',
  wool: 'felt',
  wood: 'boards',
  wooden: 'boards',
  planks: 'boards',
  oak: 'boards',
  table: 'boards',
  beach: 'sand',
  dune: 'sand',
  lake: 'water',
  sea: 'water',
  grass: 'moss',
  forest: 'moss',
  chalk: 'plaster',
  mosaic: 'terrazzo',
  steel: 'metal',
  aluminium: 'metal',
  aluminum: 'metal',
  card: 'paper',
}

const WET: Change = { wet01: 0.6 }
const BLUE: Change = { tint: [0.72, 0.92, 1.3] }

const WORDS: Readonly<Record<string, Change>> = {
  wet: WET,
  damp: { wet01: 0.35 },
  drops: { wet01: 0.8 },
  dew: { wet01: 0.5 },
  rain: { wet01: 0.9 },
  rainy: { wet01: 0.9 },
  leaves: { leaves01: 0.8 },
  leaf: { leaves01: 0.8 },
  foliage: { leaves01: 0.8 },
  plants: { leaves01: 0.6 },
  behind: { lightDeg: 90 },
  backlit: { lightDeg: 90 },
  left: { lightDeg: 165 },
  right: { lightDeg: 15 },
  front: { lightDeg: -90 },
  dusk: { warmth: 0.7, lightEv: -0.9 },
  evening: { warmth: 0.7, lightEv: -0.5 },
  sunset: { warmth: 0.9, lightEv: -0.4 },
  golden: { warmth: 0.8 },
  morning: { warmth: 0.35, lightEv: 0.1 },
  noon: { lightEv: 0.4 },
  sunny: { lightEv: 0.3, warmth: 0.2 },
  sun: { lightEv: 0.3, warmth: 0.2 },
  overcast: { warmth: -0.2, lightEv: -0.1 },
  cloudy: { warmth: -0.2, lightEv: -0.1 },
  night: { warmth: -0.6, lightEv: -2 },
  moonlight: { warmth: -0.8, lightEv: -1.8 },
  warm: { warmth: 0.5 },
  cold: { warmth: -0.5 },
  cool: { warmth: -0.4 },
  dark: { lightEv: -1 },
  dim: { lightEv: -0.7 },
  bright: { lightEv: 0.6 },
  light: {},
  pale: { lightEv: 0.4 },
  blurred: { blur01: 0.018 },
  blurry: { blur01: 0.018 },
  shallow: { blur01: 0.024 },
  sharp: { blur01: 0 },
  high: { horizon01: 0.36 },
  low: { horizon01: 0.64 },
  red: { tint: [1.5, 0.62, 0.55] },
  orange: { tint: [1.4, 0.85, 0.5] },
  yellow: { tint: [1.25, 1.05, 0.5] },
  green: { tint: [0.75, 1.15, 0.7] },
  blue: BLUE,
  navy: { tint: [0.4, 0.55, 1], lightEv: -0.8 },
  pink: { tint: [1.3, 0.85, 0.95] },
  brown: { tint: [1.15, 0.85, 0.6], lightEv: -0.5 },
  grey: { tint: [1, 1, 1] },
  gray: { tint: [1, 1, 1] },
  white: { lightEv: 0.4 },
  black: { lightEv: -2 },
}

/** Words that join others, and ask for nothing themselves. */
const JOINING = new Set(
  'a an the and with on of in at from by to over under some still fine soft set scene floor ground surface horizon depth shadows shadow brushed made'.split(
    ' ',
  ),
)
const WALLS = new Set(['wall', 'backdrop', 'background'])
const ENDLESS = new Set(['endless', 'seamless', 'sweep'])

/** What is set besides words; what is undefined is as they say. */
type Given = { readonly [Field in keyof SceneSpec]?: SceneSpec[Field] | undefined }

/** A description, read: what it asks for, and the words that mean nothing here. */
export interface ReadScene {
  readonly spec: SceneSpec
  readonly unknown: readonly string[]
}

/**
 * Reads a description of a scene: “wet slate, drops, light from behind at dusk”. The first material is the floor,
 * another, or one before “wall”, what stands behind it.
 *
 * @param given what is set besides its words, and goes over them.
 */
export function readScene(description: string, given: Given = {}): ReadScene {
  const words = description.toLowerCase().match(/\p{L}+/gu) ?? []
  const unknown: string[] = []
  let floor: Material | null = null
  let wall: Material | null = null
  let asked: Change = {}
  words.forEach((word, i) => {
    const material = Object.hasOwn(MATERIAL_WORDS, word) ? MATERIAL_WORDS[word] : undefined
    if (material !== undefined) {
      if (WALLS.has(words[i + 1] ?? '') || floor !== null) wall = material
      else floor = material
    } else if (Object.hasOwn(WORDS, word)) asked = together(asked, WORDS[word]!)
    else if (ENDLESS.has(word)) wall = null
    else if (!JOINING.has(word) && !WALLS.has(word) && !unknown.includes(word)) unknown.push(word)
  })
  const set = Object.entries(given).filter(([, value]) => value !== undefined)
  const over = Object.fromEntries(set)
  const spec = SceneSpec.parse({ ...asked, ...(floor ? { floor } : {}), wall, ...over })
  const base01 = spec.base01 ?? (spec.matte && footOf(spec.matte))
  return { spec: base01 === null ? spec : onFloor(spec, base01), unknown }
}

/** Floor that is seen behind whatever stands on it, at least, as a share of the height. */
const FLOOR_BEHIND = 0.12

/** A scene whose floor begins behind the line that a product stands on. */
const onFloor = (spec: SceneSpec, base01: number): SceneSpec => ({
  ...spec,
  base01,
  horizon01: Math.max(0.1, Math.min(spec.horizon01, base01 - FLOOR_BEHIND)),
})

/** Two changes: how bright and how warm add up, of everything else the later one counts. */
function together(one: Change, other: Change): Change {
  const sum = (a: number | undefined, b: number | undefined, most: number) =>
    a === undefined || b === undefined ? {} : Math.min(most, Math.max(-most, a + b))
  const [ev, warm] = [sum(one.lightEv, other.lightEv, 3), sum(one.warmth, other.warmth, 1)]
  return {
    ...one,
    ...other,
    ...(typeof ev === 'number' ? { lightEv: ev } : {}),
    ...(typeof warm === 'number' ? { warmth: warm } : {}),
  }
}

/** All words that are understood, to be offered. */
export const SCENE_WORDS: readonly string[] = [
  ...Object.keys(MATERIAL_WORDS),
  ...Object.keys(WORDS),
  ...WALLS,
  ...ENDLESS,
]
