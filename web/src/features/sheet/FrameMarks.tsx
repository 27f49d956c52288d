import type { FrameSettings } from '@cloudbank/core/steps'
import type { Rendition } from '../../data'
import { offCentre01 } from '../../work/frameReading'

/** Product box, fill line, and centre or base line of one rendition, drawn over its tile. */
export function FrameMarks({ rendition, frame }: { rendition: Rendition; frame: FrameSettings }) {
  const { width, height, productBox: box } = rendition
  const longest = Math.max(width, height)
  const left = ((longest - width) / 2 / longest) * 100
  const top = ((longest - height) / 2 / longest) * 100
  const w = (width / longest) * 100
  const h = (height / longest) * 100
  const inset = (1 - frame.fillPct / 100) / 2
  const isBase = frame.stand === 'base'
  const line = isBase ? 1 - frame.basePct / 100 : 0.5
  const off = box ? (isBase ? Math.abs(box.y + box.height - line) : offCentre01(rendition)) : 0
  return (
    <svg
      viewBox="0 0 100 100"
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      fill="none"
      aria-hidden
    >
      <rect
        x={left + w * inset}
        y={top + h * inset}
        width={w * (1 - 2 * inset)}
        height={h * (1 - 2 * inset)}
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
              y1={top + h * (box.y + (isBase ? box.height : box.height / 2))}
              y2={top + h * (box.y + (isBase ? box.height : box.height / 2))}
              stroke="var(--chakra-colors-amber)"
              strokeWidth="1.2"
            />
          )}
        </>
      )}
    </svg>
  )
}
