import { roomOf, type FrameSettings } from '@cloudbank/core/steps'
import type { Shown } from '../../stage/view'

interface Props {
  readonly shown: Shown
  readonly frame: FrameSettings
  readonly picture: { readonly width: number; readonly height: number }
}

/** Fill or margins, base line and thirds, drawn over the picture in ink within white. */
export function Guides({ shown: { view }, frame, picture }: Props) {
  const { x, y, scale } = view
  const width = picture.width * scale
  const height = picture.height * scale
  const room = roomOf(frame)
  const lines = [
    `M${width * room.x} ${height * room.y}h${width * room.width}v${height * room.height}h${-width * room.width}z`,
    ...(frame.stand === 'base' ? [`M0 ${height * (1 - frame.basePct / 100)}h${width}`] : []),
  ]
  const thirds = [1, 2].map((k) => `M${(width * k) / 3} 0v${height}M0 ${(height * k) / 3}h${width}`)
  return (
    <svg
      aria-hidden
      style={{
        position: 'absolute',
        left: x,
        top: y,
        width,
        height,
        overflow: 'visible',
        pointerEvents: 'none',
      }}
      fill="none"
    >
      <path d={thirds.join('')} stroke="#808080" strokeOpacity="0.5" />
      <path d={lines.join('')} stroke="#FFFFFF" strokeWidth="3" strokeOpacity="0.7" />
      <path d={lines.join('')} stroke="#1A1A1A" strokeDasharray="6 4" />
    </svg>
  )
}
