import { applyCube } from './cube'
import { isIdentity, type Grade } from './grade'
import { ROOT_STEPS, ROOT_TOP } from './toneCurve'

/** CIE luminance of linear sRGB. */
const RED = 0.2126
const GREEN = 0.7152
const BLUE = 0.0722

/** Light from here up is pressed together, so that a neutral clips nothing that was not clipped. */
const KNEE = 0.88
const CEILING = 0.99
/** A photograph's own light between these is more and more taken for clipped … */
const CLIPS_FROM = 0.972
const CLIPS_AT = 0.992
/** … and made neutral the more it was near white: least channel against greatest. */
const WHITISH_FROM = 0.35
const WHITISH_AT = 0.65
/** Colour of the darkest tones is lifted with their light by at most this factor. */
const MOST_CHROMA_LIFT = 4

const smooth = (from: number, to: number, v: number): number => {
  const t = v <= from ? 0 : v >= to ? 1 : (v - from) / (to - from)
  return t * t * (3 - 2 * t)
}

/**
 * Applies a grade in place to pixels in linear light, premultiplied RGBA.
 *
 * In order: the neutral's gains (a von Kries adaptation in the primaries of sRGB, whose sharpness suits
 * it: Süsstrunk, Holm & Finlayson 2001, Chromatic adaptation performance of different RGB sensors),
 * with clipped highlights kept neutral and the rest kept below clipping; exposure and white in linear
 * light; tone by luminance, so that hues stay; colourfulness about luminance; colours beyond the
 * screen drawn in towards grey of their luminance; the colour table last.
 *
 * @param data 4 floats a pixel; any number of pixels.
 */
export function applyGrade(data: Float32Array, grade: Grade): void {
  if (isIdentity(grade)) return
  const { matrix, tone, saturation, vibrance, cube } = grade
  const [gainR, gainG, gainB] = grade.gains
  const neutralises = gainR !== 1 || gainG !== 1 || gainB !== 1
  const top = Math.max(gainR, gainG, gainB)
  const pressing = top > 1 ? 1 / (CEILING - KNEE) - 1 / (top - KNEE) : 0
  const colours = saturation !== 1 || vibrance !== 0
  const shapes = matrix !== null || tone !== null || colours
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = matrix ?? [1, 0, 0, 0, 1, 0, 0, 0, 1]
  const rootScale = ROOT_STEPS / ROOT_TOP

  for (let p = 0; p < data.length; p += 4) {
    const alpha = data[p + 3]!
    if (alpha <= 0) continue
    let r = data[p]!
    let g = data[p + 1]!
    let b = data[p + 2]!
    const mixed = alpha < 1
    if (mixed) {
      r /= alpha
      g /= alpha
      b /= alpha
    }
    if (neutralises) {
      const most = r > g ? (r > b ? r : b) : g > b ? g : b
      let clipped = 0
      if (most > CLIPS_FROM) {
        const least = r < g ? (r < b ? r : b) : g < b ? g : b
        clipped =
          smooth(CLIPS_FROM, CLIPS_AT, most) * smooth(WHITISH_FROM, WHITISH_AT, least / most)
      }
      r *= gainR
      g *= gainG
      b *= gainB
      const lit = r > g ? (r > b ? r : b) : g > b ? g : b
      if (pressing > 0 && lit > KNEE) {
        const over = lit - KNEE
        const scale = (KNEE + over / (1 + over * pressing)) / lit
        r *= scale
        g *= scale
        b *= scale
      }
      if (clipped > 0) {
        const white = lit > 1 ? 1 : lit
        r += (white - r) * clipped
        g += (white - g) * clipped
        b += (white - b) * clipped
      }
    }
    if (shapes) {
      if (matrix) {
        const x = r
        const y = g
        const z = b
        r = m0 * x + m1 * y + m2 * z
        g = m3 * x + m4 * y + m5 * z
        b = m6 * x + m7 * y + m8 * z
      }
      let light = RED * r + GREEN * g + BLUE * b
      if (tone) {
        const root = light <= 0 ? 0 : Math.sqrt(light)
        const at = root >= ROOT_TOP ? ROOT_STEPS : root * rootScale
        const i = at | 0
        const low = tone[i]!
        const toned = low + (tone[i + 1]! - low) * (at - i)
        const ratio = toned / (light > 1e-6 ? light : 1e-6)
        const chroma = ratio < MOST_CHROMA_LIFT ? ratio : MOST_CHROMA_LIFT
        r = toned + (r - light) * chroma
        g = toned + (g - light) * chroma
        b = toned + (b - light) * chroma
        light = toned
      }
      let most = r > g ? (r > b ? r : b) : g > b ? g : b
      if (colours && most > 0) {
        const least = r < g ? (r < b ? r : b) : g < b ? g : b
        const pale = least <= 0 ? 0 : least / most
        let factor = saturation * (1 + vibrance * pale * pale)
        if (factor < 0) factor = 0
        r = light + (r - light) * factor
        g = light + (g - light) * factor
        b = light + (b - light) * factor
        most = light + (most - light) * factor
      }
      if (most > 1) {
        const keep = light >= 1 ? 0 : (1 - light) / (most - light)
        const grey = light >= 1 ? 1 : light
        r = grey + (r - light) * keep
        g = grey + (g - light) * keep
        b = grey + (b - light) * keep
      }
    }
    if (mixed) {
      r *= alpha
      g *= alpha
      b *= alpha
    }
    data[p] = r
    data[p + 1] = g
    data[p + 2] = b
  }
  if (cube) applyCube(data, cube.lut, cube.strength01)
}
