import { Box } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import type { Spot } from '@cloudbank/core/steps'
import type { OpenPicture } from '../../preview'
import { strings } from './strings'

interface Props {
  readonly picture: OpenPicture
  readonly spot: Spot | null
  readonly radius: number
  readonly onHover: (spot: Spot | null) => void
  readonly onPick: (spot: Spot) => void
  readonly children: React.ReactNode
}

/** How far an arrow key moves the spot, as a share of the picture; with Shift ten times. */
const KEY_STEP = 0.005

/** A picture on which a spot is chosen, with the pointer or with arrow keys and Enter. */
export function SpotPicker({ picture, spot, radius, onHover, onPick, children }: Props) {
  const frame = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState({ width: 0, height: 0 })
  useEffect(() => {
    if (!frame.current) return
    const observer = new ResizeObserver(([entry]) => entry && setSize(entry.contentRect))
    observer.observe(frame.current)
    return () => observer.disconnect()
  }, [])
  const scale = Math.min(size.width / picture.width, size.height / picture.height)
  const width = picture.width * scale
  const height = picture.height * scale

  const spotAt = (event: React.PointerEvent): Spot => {
    const box = event.currentTarget.getBoundingClientRect()
    return {
      x: (event.clientX - box.left) / box.width,
      y: (event.clientY - box.top) / box.height,
      radius,
    }
  }
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const from = spot ?? { x: 0.5, y: 0.5, radius }
    if (event.key === 'Enter') {
      event.preventDefault()
      onPick({ ...from, radius })
      return
    }
    const direction = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    }[event.key]
    if (!direction) return
    event.preventDefault()
    event.stopPropagation()
    const step = event.shiftKey ? KEY_STEP * 10 : KEY_STEP
    onHover({
      x: Math.min(1, Math.max(0, from.x + direction[0]! * step)),
      y: Math.min(1, Math.max(0, from.y + direction[1]! * step)),
      radius,
    })
  }
  const radiusPx = (spot?.radius ?? radius) * Math.max(width, height)
  return (
    <Box ref={frame} width="100%" height="100%" display="grid" placeItems="center">
      <Box
        position="relative"
        style={{ width, height }}
        tabIndex={0}
        role="application"
        aria-label={strings.chooseGreySpotArrowKeys}
        data-testid="spot-picker"
        cursor="crosshair"
        onPointerMove={(event) => onHover(spotAt(event))}
        onPointerLeave={() => onHover(null)}
        onClick={(event) => onPick(spotAt(event as unknown as React.PointerEvent))} // the same fields
        onKeyDown={onKeyDown}
      >
        {children}
        {spot && (
          <Box
            position="absolute"
            pointerEvents="none"
            borderRadius="50%"
            borderWidth="1px"
            borderColor="#FFFFFF"
            boxShadow="0 0 0 1px #000000"
            style={{
              left: spot.x * width - radiusPx,
              top: spot.y * height - radiusPx,
              width: radiusPx * 2,
              height: radiusPx * 2,
            }}
          />
        )}
      </Box>
    </Box>
  )
}
