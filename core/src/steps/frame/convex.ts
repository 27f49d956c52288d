export interface Point {
  readonly x: number
  readonly y: number
}

/** Whether four corners, clockwise from the upper left, enclose a convex figure of some size. */
export function isConvex(corners: readonly Point[]): boolean {
  return corners.every((b, k) => {
    const a = corners[(k + 3) % 4]!
    const c = corners[(k + 1) % 4]!
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > 0
  })
}
