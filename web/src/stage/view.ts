/** Where the picture lies in the viewer: screen pixels a picture pixel, and the offset of its corner. */
export interface View {
  readonly scale: number
  readonly x: number
  readonly y: number
}

/** A point in the picture, as fractions of its sides. */
export interface PicturePoint {
  readonly x: number
  readonly y: number
}

/** What of a picture is shown: all of it, its middle at 1:1, or a place at 1:1. */
export type Place = 'whole' | 'actual' | PicturePoint

export interface Sides {
  readonly width: number
  readonly height: number
}

export const MIN_SCALE = 0.02
export const MAX_SCALE = 16

/** How the picture lies in its pane. */
export interface Shown {
  readonly view: View
  readonly pane: Sides
}

/** The whole picture, centred, with a margin. */
export function fitView(picture: Sides, viewer: Sides, marginPx = 24): View {
  const scale = Math.min(
    (viewer.width - 2 * marginPx) / picture.width,
    (viewer.height - 2 * marginPx) / picture.height,
  )
  return centred(Math.max(MIN_SCALE, scale), picture, viewer)
}

/** The picture centred at a scale. */
export const centred = (scale: number, picture: Sides, viewer: Sides): View =>
  centredOn({ x: 0.5, y: 0.5 }, scale, picture, viewer)

/** Zooms by a factor, keeping what is under the point where it is. */
export function zoomAt(view: View, factor: number, point: { x: number; y: number }): View {
  const scale = Math.min(MAX_SCALE, Math.max(MIN_SCALE, view.scale * factor))
  const by = scale / view.scale
  return { scale, x: point.x - (point.x - view.x) * by, y: point.y - (point.y - view.y) * by }
}

/** A point of the picture, as fractions of its sides, in the middle at a scale. */
export function centredOn(at: PicturePoint, scale: number, picture: Sides, viewer: Sides): View {
  return {
    scale,
    x: viewer.width / 2 - at.x * picture.width * scale,
    y: viewer.height / 2 - at.y * picture.height * scale,
  }
}

/** How a picture lies that shows a place. */
export function viewOf(place: Place, picture: Sides, viewer: Sides, marginPx: number): View {
  if (place === 'whole') return fitView(picture, viewer, marginPx)
  const at = place === 'actual' ? { x: 0.5, y: 0.5 } : place
  return centredOn(at, 1 / devicePixelRatio, picture, viewer)
}

/** The point of the picture, as fractions of its sides, that lies under a point of the viewer. */
export const pointUnder = (
  at: { x: number; y: number },
  view: View,
  picture: Sides,
): PicturePoint => ({
  x: (at.x - view.x) / (picture.width * view.scale),
  y: (at.y - view.y) / (picture.height * view.scale),
})
