import { srgbRaster } from '../raster'
import type { DrawnGroup, SetText, TextBlock, Typesetter } from './typesetter'

/**
 * A typesetter whose letters are all half as wide as they are large, whose lines break between words, and that has no
 * emoji. It draws boxes: text and fills alike, in their ink, where their group's matrix moves them.
 */
export function playedTypesetter(): Typesetter & { readonly drawn: DrawnGroup[] } {
  const drawn: DrawnGroup[] = []
  const own = new Set<string>()
  return {
    drawn,
    load: () => Promise.resolve(),
    fontsFor: (family) => [...(own.has(family) ? [family] : []), 'played'],
    addFont: (name) => void own.add(name),
    set,
    draw: (area, _scale, groups) => {
      drawn.push(...groups)
      return srgbRaster(area)
    },
  }
}

function set({ spans, face, maxWidth }: TextBlock): SetText {
  const text = spans.map((span) => span.text).join('')
  const letter = face.size / 2
  const lines = text.split('\n').flatMap((line) => {
    const broken: string[] = []
    for (const word of line.split(' ')) {
      const last = broken.at(-1)
      const longer = last === undefined ? word : `${last} ${word}`
      if (last === undefined || [...longer].length * letter > maxWidth) broken.push(word)
      else broken[broken.length - 1] = longer
    }
    return broken
  })
  return {
    width: Math.max(...lines.map((line) => [...line].length * letter)),
    height: lines.length * face.size * face.lineHeight,
    lines: lines.length,
    missing: [...new Set(text.match(/\p{Extended_Pictographic}/gu) ?? [])],
  }
}
