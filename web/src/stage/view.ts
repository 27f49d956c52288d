/** Where the picture lies in the viewer: screen pixels a picture pixel, and the offset of its corner. */
export interface View {
  readonly scale: number
  readonly x: number
  readonly y: number
}

export interface Sides {
  readonly width: number
  readonly height: number
}

const MIN = 0.02
const MOST = 16

/** The whole picture, centred, with a margin. */
export function fitView(picture: Sides, viewer: Sides, marginPx = 24): View {
  const scale = Math.min(
    (viewer.width - 2 * marginPx) / picture.width,
    (viewer.height - 2 * marginPx) / picture.height,
  )
  return centred(Math.max(MIN, scale), picture, viewer)
}

/** The picture centred at a scale. */
export function centred(scale: number, picture: Sides, viewer: Sides): View {
  return {
    scale,
    x: (viewer.width - picture.width * scale) / 2,
    y: (viewer.height - picture.height * scale) / 2,
  }
}

/** Zooms by a factor, keeping what is under the point where it is. */
export function zoomAt(view: View, factor: number, point: { x: number; y: number }): View {
  const scale = Math.min(MOST, Math.max(MIN, view.scale * factor))
  const by = scale / view.scale
  return { scale, x: point.x - (point.x - view.x) * by, y: point.y - (point.y - view.y) * by }
}
