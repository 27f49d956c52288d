import { Box } from '@chakra-ui/react'
import { keyframes } from '@emotion/react'
import { useEffect, useRef } from 'react'
import type { Size } from '@cloudbank/core/raster'
import { StageCanvas } from '../../../../preview'
import type { CutDrawing } from './useCutView'

interface Props {
  /** The whole photograph. */
  readonly whole: CutDrawing | null
  /** What is seen of it at the size at which it is seen; null where the whole is large enough. */
  readonly detail: CutDrawing | null
  readonly pixelated: boolean
}

/** The cut as it is seen: the whole, the part that is looked at closely over it, and what has just changed. */
export function CutPicture({ whole, detail, pixelated }: Props) {
  return (
    <Box
      position="absolute"
      inset="0"
      data-testid="cut-picture"
      css={pixelated ? { '& canvas': { imageRendering: 'pixelated' } } : undefined}
    >
      {whole && <Drawing drawing={whole} label="The cut" changes={detail === null} />}
      {detail && <Drawing drawing={detail} label="The cut, close" changes />}
    </Box>
  )
}

function Drawing(props: { drawing: CutDrawing; label: string; changes: boolean }) {
  const { drawing, label, changes } = props
  const { window, raster } = drawing
  return (
    <Box
      position="absolute"
      style={{
        left: `${window.x * 100}%`,
        top: `${window.y * 100}%`,
        width: `${window.width * 100}%`,
        height: `${window.height * 100}%`,
      }}
    >
      <StageCanvas picture={raster} label={label} />
      {changes && raster.changed && (
        <Changed key={serial(raster.changed)} size={raster} mask={raster.changed} />
      )}
    </Box>
  )
}

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
