import { Box } from '@chakra-ui/react'
import { keyframes } from '@emotion/react'
import { useEffect, useRef, type ComponentProps } from 'react'
import type { Size } from '@cloudbank/core/raster'
import { DrawnParts } from '../../stage/hand'
import type { CutDrawing } from './useCutView'
import { strings } from './strings'

type Props = Pick<ComponentProps<typeof DrawnParts<CutDrawing>>, 'whole' | 'detail' | 'pixelated'>

/** The cut as it is seen, and what has just changed. */
export const CutPicture = (props: Props) => (
  <DrawnParts
    {...props}
    label={strings.cut}
    testId="cut-picture"
    over={({ raster, facts: { changed } }, isClosest) =>
      isClosest && changed && <Changed key={serial(changed)} size={raster} mask={changed} />
    }
  />
)

const serials = new WeakMap<Uint8Array, number>()
let lastSerial = 0

/** A number of its own for each mask: another one starts to fade anew. */
function serial(mask: Uint8Array): number {
  const known = serials.get(mask) ?? ++lastSerial
  serials.set(mask, known)
  return known
}

const fade = keyframes({ from: { opacity: 1 }, to: { opacity: 0 } })
/** Stripes of what has changed, in pixels. */
const STRIPE_PX = 4

/** What has changed, striped for a moment. */
function Changed({ size, mask }: { size: Size; mask: Uint8Array }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { width, height } = size
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    const stripes = context.createImageData(width, height)
    for (let i = 0; i < mask.length; i++) {
      if (!mask[i]) continue
      const x = i % width
      const y = Math.floor(i / width)
      const value = Math.floor((x + y) / STRIPE_PX) % 2 === 0 ? 255 : 0
      stripes.data.set([value, value, value, 210], i * 4)
    }
    context.putImageData(stripes, 0, 0)
  }, [mask, width, height])
  return (
    <Box
      position="absolute"
      inset="0"
      pointerEvents="none"
      animation={`${fade} 1.2s ease-in forwards`}
      data-testid="changed"
    >
      <canvas
        ref={canvas}
        width={width}
        height={height}
        style={{ width: '100%', height: '100%' }}
      />
    </Box>
  )
}
