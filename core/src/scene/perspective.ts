/** How steeply the camera looks down: a depth of one is so many heights of the picture long. */
export const DEPTH = 0.62

/** How far away a row of the floor is: 1 at the lower edge, without end at the horizon. */
export const depthAt = (v: number, horizon: number): number =>
  (1 - horizon) / Math.max(v - horizon, 1e-4)

/** A step from 0 to 1 without corners. */
export const smooth = (t: number): number => {
  const at = Math.min(1, Math.max(0, t))
  return at * at * (3 - 2 * at)
}
