import { offCentre01 } from '@cloudbank/core/shoot'
import { roomOf, type FrameSettings } from '@cloudbank/core/steps'
import type { Rendition } from '../../data'

/** Product box, fill line, and centre or base line of one rendition, drawn over its tile. */
export function FrameMarks({ rendition, frame }: { rendition: Rendition; frame: FrameSettings }) {
  const { width, height, productBox: box } = rendition
  const longest = Math.max(width, height)
  const left = ((longest - width) / 2 / longest) * 100
  const top = ((longest - height) / 2 / longest) * 100
  const w = (width / longest) * 100
  const h = (height / longest) * 100
  const room = roomOf(frame)
  const isBase = frame.stand === 'base'
  const line = isBase ? 1 - frame.basePct / 100 : room.y + room.height / 2
  const stands = box ? box.y + (isBase ? box.height : box.height / 2) : line
  const off =
    isBase || frame.fillOf === 'margins' ? Math.abs(stands - line) : offCentre01(rendition)
  return (
    <svg
      viewBox="0 0 100 100"
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      fill="none"
      aria-hidden
    >
      <rect
        x={left + w * room.x}
        y={top + h * room.y}
        width={w * room.width}
        height={h * room.height}
        stroke="#7A7A7A"
        strokeWidth="0.6"
        strokeDasharray="2 1.4"
      />
      {isBase && (
        <line
          x1={left}
          x2={left + w}
          y1={top + h * line}
          y2={top + h * line}
          stroke="#7A7A7A"
          strokeWidth="0.6"
          strokeDasharray="2 1.4"
        />
      )}
      {box && (
        <>
          <rect
            x={left + w * box.x}
            y={top + h * box.y}
            width={w * box.width}
            height={h * box.height}
            stroke="#1A1A1A"
            strokeWidth="0.5"
          />
          {off > 0.005 && (
            <line
              x1={left}
              x2={left + w}
              y1={top + h * stands}
              y2={top + h * stands}
              stroke="var(--chakra-colors-amber)"
              strokeWidth="1.2"
            />
          )}
        </>
      )}
    </svg>
  )
}
