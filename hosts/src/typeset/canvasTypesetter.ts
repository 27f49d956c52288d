import type {
  Canvas,
  CanvasKit,
  FontCollection,
  Paint,
  Paragraph,
  Typeface,
  TypefaceFontProvider,
} from 'canvaskit-wasm'
import { hexToBytes, srgbRaster, type Size, type SrgbRgba8 } from '@cloudbank/core/raster'
import {
  filesFor,
  FontError,
  type Drawn,
  type FontFile,
  type Ink,
  type TextBlock,
  type Typesetter,
} from '@cloudbank/core/typeset'

/** What the drawing library makes lies in its own memory until it is given back. */
interface Held {
  delete(): void
}

function holding<Result>(work: (hold: <H extends Held>(held: H) => H) => Result): Result {
  const held: Held[] = []
  try {
    return work((one) => {
      held.push(one)
      return one
    })
  } finally {
    for (const one of held.reverse()) one.delete()
  }
}

/** Wider than any text. */
const UNBROKEN = 1e6
/** A line through letters: how far above the base line and how thick, as shares of their size. */
const STRIKE = { above: 0.27, thick: 0.07 }

/**
 * A perspective that moves nothing by a hundredth of a pixel. Under one the library fills the outlines of letters;
 * otherwise it stamps masks of them, which it puts on whole rows of pixels and makes bolder where they are small.
 */
const AS_OUTLINES = [1, 0, 0, 0, 1, 0, 1e-9, 0, 1]

/** Blocks of text that are kept laid out. */
const MAX_RECENT = 64

/** Samples a pixel is drawn from, each way: the library's own edges are off here and there by a row of pixels. */
const SAMPLES = 2

/** Letters that say how others are drawn, and are not drawn themselves. */
const UNSEEN = /[\p{Cc}\p{Cf}\ufe00-\ufe0f]/u

/**
 * The typesetter on a drawing library that runs as wasm wherever JavaScript does, on no more than the processor.
 *
 * @param loadFile gives the bytes of a shipped font; whatever it throws is passed on.
 */
export function createCanvasTypesetter(
  kit: CanvasKit,
  loadFile: (file: FontFile) => Promise<Uint8Array>,
): Typesetter {
  const provider: TypefaceFontProvider = kit.TypefaceFontProvider.Make()
  const collection: FontCollection = kit.FontCollection.Make()
  collection.setDefaultFontManager(provider)
  const loaded = new Map<string, Promise<void>>()
  const own = new Set<string>()
  const typefaces = new Map<string, Typeface>()

  /** @throws FontError when the bytes are no font. */
  function register(name: string, bytes: Uint8Array): void {
    const typeface = kit.Typeface.MakeTypefaceFromData(Uint8Array.from(bytes).buffer)
    if (!typeface) throw new FontError()
    typefaces.set(name, typeface)
    provider.registerFont(bytes, name)
  }

  /** Whether a font has a letter. */
  const has = (name: string, letter: string): boolean =>
    typefaces.get(name)?.getGlyphIDs(letter)[0] !== 0

  const loadOnce = (file: FontFile): Promise<void> => {
    const known = loaded.get(file.name)
    if (known) return known
    const loading = loadFile(file).then((bytes) => register(file.name, bytes))
    loaded.set(file.name, loading)
    // One that did not come is asked for again.
    loading.catch(() => loaded.delete(file.name))
    return loading
  }

  /** Text that was laid out last: it is measured, drawn under and over, and often drawn again. */
  const recent = new Map<string, Paragraph>()

  /** A block of text, laid out; its lines lie to each other as they are aligned. It is not the caller's to give back. */
  function laidOut(block: TextBlock): Paragraph {
    const key = JSON.stringify(block)
    const known = recent.get(key)
    recent.delete(key)
    const paragraph = known ?? layOut(block)
    recent.set(key, paragraph)
    const [oldest] = recent
    if (oldest && recent.size > MAX_RECENT) {
      oldest[1].delete()
      recent.delete(oldest[0])
    }
    return paragraph
  }

  function layOut({ spans, face, maxWidth }: TextBlock): Paragraph {
    const style = new kit.ParagraphStyle({
      textAlign: {
        left: kit.TextAlign.Left,
        centre: kit.TextAlign.Center,
        right: kit.TextAlign.Right,
      }[face.align],
      textStyle: {
        fontFamilies: [...face.fonts],
        fontSize: face.size,
        fontStyle: {
          weight: { value: face.weight } as never, // a weight between the named ones
          slant: face.italic ? kit.FontSlant.Italic : kit.FontSlant.Upright,
        },
        fontVariations: [{ axis: 'wght', value: face.weight }],
        letterSpacing: face.tracking * face.size,
        heightMultiplier: face.lineHeight,
        halfLeading: true,
      },
    })
    const builder = kit.ParagraphBuilder.MakeFromFontCollection(style, collection)
    for (const { text } of spans) builder.addText(text)
    const paragraph = builder.build()
    builder.delete()
    paragraph.layout(UNBROKEN)
    const natural = Math.ceil(paragraph.getMaxIntrinsicWidth() + 1)
    paragraph.layout(Math.min(natural, maxWidth))
    if (natural <= maxWidth || face.align === 'left') return paragraph
    // Lines are aligned within the widest of them, but never broken once more.
    const lines = paragraph.getNumberOfLines()
    paragraph.layout(Math.min(maxWidth, Math.ceil(paragraph.getLongestLine()) + 1))
    if (paragraph.getNumberOfLines() > lines) paragraph.layout(maxWidth)
    return paragraph
  }

  function paintOf(ink: Ink, hold: <H extends Held>(h: H) => H): Paint {
    const paint = hold(new kit.Paint())
    const [red, green, blue] = hexToBytes(ink.colour)
    paint.setAntiAlias(true)
    paint.setColor(kit.Color4f(red / 255, green / 255, blue / 255, ink.opacity))
    if (ink.blur !== undefined && ink.blur > 0)
      paint.setMaskFilter(hold(kit.MaskFilter.MakeBlur(kit.BlurStyle.Normal, ink.blur, true)))
    return paint
  }

  function drawText(
    canvas: Canvas,
    { block, x, y, ink, outline }: Extract<Drawn, { kind: 'text' }>,
  ): void {
    holding((hold) => {
      const paragraph = laidOut(block)
      const paint = paintOf(ink, hold)
      if (outline !== undefined) {
        paint.setStyle(kit.PaintStyle.Stroke)
        paint.setStrokeWidth(outline)
        paint.setStrokeJoin(kit.StrokeJoin.Round)
      }
      canvas.save()
      if (ink.blur === undefined) canvas.concat(AS_OUTLINES)
      for (const { runs } of paragraph.getShapedLines())
        for (const { typeface, size, glyphs, positions } of runs) {
          const font = hold(new kit.Font(hold(typeface), size))
          font.setEdging(kit.FontEdging.AntiAlias)
          // Nothing is fitted to pixels, so that a small picture is a large one scaled.
          font.setHinting(kit.FontHinting.None)
          font.setSubpixel(true)
          font.setLinearMetrics(true)
          canvas.drawGlyphs(glyphs, positions.subarray(0, glyphs.length * 2), x, y, font, paint)
        }
      for (const [left, right, baseline] of struckIn(block, paragraph)) {
        const top = y + baseline - STRIKE.above * block.face.size
        const thick = STRIKE.thick * block.face.size
        const line = `M${x + left} ${top - thick / 2}H${x + right}V${top + thick / 2}H${x + left}Z`
        const path = kit.Path.MakeFromSVGString(line)
        if (path) canvas.drawPath(hold(path), paint)
      }
      canvas.restore()
    })
  }

  /** Where lines go through struck text: from, to and their base line. */
  function struckIn({ spans }: TextBlock, paragraph: Paragraph): [number, number, number][] {
    const baselines = paragraph.getLineMetrics().map(({ baseline }) => baseline)
    let from = 0
    return spans.flatMap(({ text, struck }) => {
      const [start, end] = [from, (from += text.length)]
      if (!struck || start === end) return []
      const { Max } = kit.RectHeightStyle
      const rects = paragraph.getRectsForRange(start, end, Max, kit.RectWidthStyle.Tight)
      return rects.map(({ rect }): [number, number, number] => {
        const [left = 0, top = 0, right = 0, bottom = 0] = rect
        const inside = baselines.find((line) => line > top && line <= bottom) ?? bottom
        return [left, right, inside]
      })
    })
  }

  function drawPicture(
    canvas: Canvas,
    { picture, part, box, clip, opacity }: Extract<Drawn, { kind: 'picture' }>,
  ): void {
    holding((hold) => {
      const image = kit.MakeImage(imageInfo(picture), picture.data, picture.width * 4)
      const path = kit.Path.MakeFromSVGString(clip)
      if (!image || !path) throw new Error('The drawing library took no picture')
      const small = hold(hold(image).makeCopyWithDefaultMipmaps())
      const paint = hold(new kit.Paint())
      paint.setAlphaf(opacity)
      canvas.save()
      canvas.clipPath(hold(path), kit.ClipOp.Intersect, true)
      canvas.drawImageRectOptions(
        small,
        kit.XYWHRect(part.x, part.y, part.width, part.height),
        kit.XYWHRect(box.x, box.y, box.width, box.height),
        kit.FilterMode.Linear,
        kit.MipmapMode.Linear,
        paint,
      )
      canvas.restore()
    })
  }

  const imageInfo = ({ width, height }: { width: number; height: number }) => ({
    width,
    height,
    alphaType: kit.AlphaType.Unpremul,
    colorType: kit.ColorType.RGBA_8888,
    colorSpace: kit.ColorSpace.SRGB,
  })

  function drawOne(canvas: Canvas, one: Drawn): void {
    if (one.kind === 'text') return drawText(canvas, one)
    if (one.kind === 'picture') return drawPicture(canvas, one)
    holding((hold) => {
      const path = kit.Path.MakeFromSVGString(one.path)
      if (!path) throw new Error(`The drawing library took no path: ${one.path}`)
      const paint = paintOf(one.ink, hold)
      if (one.kind === 'stroke') {
        paint.setStyle(kit.PaintStyle.Stroke)
        paint.setStrokeWidth(one.width)
        paint.setStrokeCap(kit.StrokeCap.Butt)
        paint.setStrokeJoin(kit.StrokeJoin.Miter)
      }
      canvas.drawPath(hold(path), paint)
    })
  }

  return {
    load: async (family, text) => {
      const files = [...filesFor(family, false, text), ...filesFor(family, true, text)]
      await Promise.all(files.map(loadOnce))
    },
    fontsFor: (family, italic, text) => [
      ...(own.has(family) ? [family] : []),
      ...filesFor(family, italic, text).map(({ name }) => name),
    ],
    addFont: (name, bytes) => {
      if (own.has(name)) return
      register(name, bytes)
      own.add(name)
    },
    set: (block) => {
      const paragraph = laidOut(block)
      const letters = new Set(block.spans.flatMap(({ text }) => [...text]))
      return {
        width: paragraph.getLongestLine(),
        height: paragraph.getHeight(),
        lines: paragraph.getNumberOfLines(),
        missing: [...letters].filter(
          (one) => !UNSEEN.test(one) && !block.face.fonts.some((name) => has(name, one)),
        ),
      }
    },
    draw: (area, scale, groups): SrgbRgba8 =>
      holding((hold) => {
        const fine = { width: area.width * SAMPLES, height: area.height * SAMPLES }
        const surface = kit.MakeSurface(fine.width, fine.height)
        if (!surface) throw new Error('The drawing library has no memory left')
        hold(surface)
        const canvas = surface.getCanvas()
        canvas.clear(kit.TRANSPARENT)
        canvas.translate(-area.x * SAMPLES, -area.y * SAMPLES)
        canvas.scale(scale * SAMPLES, scale * SAMPLES)
        for (const { matrix, drawn } of groups) {
          canvas.save()
          canvas.concat([...matrix])
          for (const one of drawn) drawOne(canvas, one)
          canvas.restore()
        }
        surface.flush()
        const info = { ...imageInfo(fine), alphaType: kit.AlphaType.Premul }
        const pixels = canvas.readPixels(0, 0, info)
        if (!pixels) throw new Error('The drawing library gave no pixels')
        return averaged(pixels as Uint8Array, area)
      }),
  }
}

/** Averages blocks of samples, their colours weighted by their alpha, and takes that off the colours again. */
function averaged(samples: Uint8Array, size: Size): SrgbRgba8 {
  const made = srgbRaster(size)
  // Four bytes at once, to pass over what is clear.
  const words = new Uint32Array(samples.buffer, samples.byteOffset, samples.byteLength / 4)
  const across = size.width * SAMPLES
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++) {
      const from = y * SAMPLES * across + x * SAMPLES
      const block = [from, from + 1, from + across, from + across + 1] as const
      if ((words[block[0]]! | words[block[1]]! | words[block[2]]! | words[block[3]]!) === 0)
        continue
      let [red, green, blue, alpha] = [0, 0, 0, 0]
      for (const at of block) {
        red += samples[at * 4]!
        green += samples[at * 4 + 1]!
        blue += samples[at * 4 + 2]!
        alpha += samples[at * 4 + 3]!
      }
      if (alpha === 0) continue
      const times = 255 / alpha
      const to = (y * size.width + x) * 4
      made.data[to] = red * times
      made.data[to + 1] = green * times
      made.data[to + 2] = blue * times
      made.data[to + 3] = alpha / block.length
    }
  return made
}
