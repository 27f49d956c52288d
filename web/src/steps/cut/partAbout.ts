import type { Box01, Size } from '@cloudbank/core/raster'
import type { ShownPart } from '../../stage/hand'

/**
 * The part of a photograph about the middle of a box that a small picture shows at 1:1, moved so that it lies within;
 * one that is larger than the photograph is as large as that.
 *
 * @param pixelRatio pixels of the photograph for one of the screen.
 */
export function partAbout(
  box: Box01,
  photograph: Size,
  picture: Size,
  pixelRatio: number,
): ShownPart {
  const size = {
    width: Math.min(photograph.width, Math.round(picture.width * pixelRatio)),
    height: Math.min(photograph.height, Math.round(picture.height * pixelRatio)),
  }
  const [width, height] = [size.width / photograph.width, size.height / photograph.height]
  const within = (middle: number, length: number): number =>
    Math.min(1 - length, Math.max(0, middle - length / 2))
  return {
    window: {
      x: within(box.x + box.width / 2, width),
      y: within(box.y + box.height / 2, height),
      width,
      height,
    },
    size,
  }
}
