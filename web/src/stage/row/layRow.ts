import type { Sides } from '../view'

/** How the frames of a row lie, in screen pixels. */
export interface RowLayout {
  readonly frame: Sides
  /** Of the frames' upper sides. */
  readonly top: number
  /** From one frame's left side to the next one's. */
  readonly pitch: number
  /** Of the left side of the frame in the middle. */
  readonly left: number
  /** Frames to either side that can be seen, the cut-off ones included. */
  readonly beside: number
}

/** Room over the frames, and under them for their words. */
const ROOM = { top: 22, bottom: 34 } as const
const GAP_PX = 26
/** A wide frame leaves as much of the width to its neighbours. */
const MAX_SHARE = 0.6

/**
 * Lays frames of one size side by side, as high as there is room, one of them in the middle.
 *
 * @param ratio width over height.
 */
export function layRow(room: Sides, ratio: number): RowLayout {
  const height = Math.max(1, room.height - ROOM.top - ROOM.bottom)
  const width = Math.max(1, Math.min(height * ratio, room.width * MAX_SHARE))
  const frame = { width: Math.round(width), height: Math.round(width / ratio) }
  const pitch = frame.width + GAP_PX
  const left = Math.round((room.width - frame.width) / 2)
  return {
    frame,
    top: ROOM.top + Math.round((height - frame.height) / 2),
    pitch,
    left,
    beside: Math.max(0, Math.ceil((left - GAP_PX) / pitch)),
  }
}
