import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { strings } from './strings'

/** Height of a part, in pixels. */
const HEIGHT_PX = 214
/** By how much differences are raised, so that an eye sees them. */
const RAISED = 8
/** How far an arrow goes, in pixels. */
const STEP_PX = 40

interface Props {
  readonly now: Blob
  /** Null where it is left as it is. */
  readonly possible: Blob | null
  /** The size at which they are compared: that of the rewritten file. */
  readonly size: { readonly width: number; readonly height: number }
  readonly captions: readonly [now: string, possible: string]
}

/** A picture as it is and as it could be, the same part of both at 1:1, and where they differ. */
export function Compared({ now, possible, size, captions }: Props) {
  const [middle, setMiddle] = useState({ x: 0.5, y: 0.5 })
  const drag = useRef<{ readonly x: number; readonly y: number } | null>(null)
  const canvases = useRef<(HTMLCanvasElement | null)[]>([null, null, null])
  const [decoded, setDecoded] = useState<readonly ImageBitmap[]>([])
  const { width, height } = size
  useEffect(() => {
    let current = true
    const made: ImageBitmap[] = []
    const decode = async (): Promise<void> => {
      const wanted = { resizeWidth: width, resizeHeight: height, resizeQuality: 'high' } as const
      for (const blob of possible ? [now, possible] : [now])
        made.push(await createImageBitmap(blob, wanted))
      if (current) setDecoded(made)
    }
    // What can't be shown here leaves its place empty; it is said beside it.
    decode().catch(() => undefined)
    return () => {
      current = false
      for (const bitmap of made) bitmap.close()
    }
  }, [now, possible, width, height])
  useEffect(() => {
    const parts = decoded.map((bitmap, i) => draw(canvases.current[i] ?? null, bitmap, middle))
    const difference = canvases.current[2]
    const [a, b] = parts
    if (difference && a && b) drawDifference(difference, a, b)
  }, [decoded, middle])
  const move = (dx: number, dy: number): void =>
    setMiddle(({ x, y }) => ({ x: within01(x + dx / width), y: within01(y + dy / height) }))
  return (
    <Grid
      gridTemplateColumns="1fr 1fr 1fr"
      gap="10px"
      role="group"
      aria-label={strings.dragToLook}
      title={strings.dragToLook}
      tabIndex={0}
      cursor="grab"
      onPointerDown={(event) => {
        drag.current = { x: event.clientX, y: event.clientY }
        event.currentTarget.setPointerCapture(event.pointerId)
      }}
      onPointerMove={(event) => {
        if (!drag.current) return
        move(drag.current.x - event.clientX, drag.current.y - event.clientY)
        drag.current = { x: event.clientX, y: event.clientY }
      }}
      onPointerUp={() => (drag.current = null)}
      onKeyDown={(event) => {
        const by = ARROWS[event.key]
        if (!by) return
        event.preventDefault()
        move(by[0] * STEP_PX, by[1] * STEP_PX)
      }}
    >
      {[...captions, possible ? strings.difference(RAISED) : ''].map((caption, i) => (
        <Box key={i} minWidth="0">
          <Box height={`${HEIGHT_PX}px`} background="mat" overflow="hidden">
            <canvas
              ref={(canvas) => {
                canvases.current[i] = canvas
              }}
              style={{ width: '100%', height: '100%', display: 'block' }}
            />
          </Box>
          <Flex fontSize="12px" color="softInk" marginTop="3px">
            <Text truncate>{caption}</Text>
          </Flex>
        </Box>
      ))}
    </Grid>
  )
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

const within01 = (value: number): number => Math.min(1, Math.max(0, value))

/** Draws a part about a place, pixel by pixel, and gives its pixels. */
function draw(
  canvas: HTMLCanvasElement | null,
  bitmap: ImageBitmap,
  middle: { readonly x: number; readonly y: number },
): ImageData | null {
  const context = canvas?.getContext('2d', { willReadFrequently: true })
  if (!canvas || !context || bitmap.width === 0) return null
  canvas.width = Math.round(canvas.clientWidth * devicePixelRatio)
  canvas.height = Math.round(canvas.clientHeight * devicePixelRatio)
  const startOf = (side: number, whole: number, at: number): number =>
    side >= whole ? (whole - side) / 2 : Math.min(whole - side, Math.max(0, at * whole - side / 2))
  const x = Math.round(startOf(canvas.width, bitmap.width, middle.x))
  const y = Math.round(startOf(canvas.height, bitmap.height, middle.y))
  context.drawImage(bitmap, -x, -y)
  return context.getImageData(0, 0, canvas.width, canvas.height)
}

/** Middle grey where two parts are the same; lighter or darker by what they differ. */
function drawDifference(canvas: HTMLCanvasElement, a: ImageData, b: ImageData): void {
  const context = canvas.getContext('2d')
  if (!context) return
  canvas.width = a.width
  canvas.height = a.height
  const out = context.createImageData(a.width, a.height)
  for (let p = 0; p < out.data.length; p += 4) {
    for (let c = 0; c < 3; c++) out.data[p + c] = 128 + RAISED * (b.data[p + c]! - a.data[p + c]!)
    out.data[p + 3] = Math.max(a.data[p + 3]!, b.data[p + 3]!)
  }
  context.putImageData(out, 0, 0)
}
