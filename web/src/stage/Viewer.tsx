import { Box, Flex, Text } from '@chakra-ui/react'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Box01 } from '@cloudbank/core/raster'
import { useCommand } from '../keys/commands'
import { useHeld } from '../keys/useHeld'
import { fitView, centred, zoomAt, type Sides, type View } from './view'

export type Compare = 'result' | 'wipe' | 'beside'

/** A place in the picture, as fractions of its sides. */
export interface Place {
  readonly x: number
  readonly y: number
}

/** What the pointer does instead of moving the picture. */
export interface PointerTool {
  readonly cursor: string
  readonly onDown: (at: Place, event: React.PointerEvent) => void
  readonly onDrag: (at: Place) => void
  readonly onUp: (at: Place) => void
}

/** How the picture lies in its pane. */
export interface Shown {
  readonly view: View
  readonly pane: Sides
}

/** What there is to look at. */
export interface ViewerPicture {
  /** Sides of the result, in pixels. */
  readonly picture: Sides
  /** The part of the original that became the result. */
  readonly window: Box01
  /** What fills the result's place: a picture's address, or something that draws itself. */
  readonly result: string | React.ReactElement | undefined
}

interface Props extends ViewerPicture {
  readonly original: string | undefined
  readonly compare: Compare
  readonly showOriginal: boolean
  readonly onScale: (scale: number) => void
  /** Told where in the result the pointer is, as fractions of its sides; null when outside. */
  readonly onPoint?: (point: Place | null) => void
  readonly tool?: PointerTool | null
  /** Drawn over the picture. */
  readonly overlay?: (shown: Shown) => React.ReactNode
  /** Told how the picture lies. */
  readonly onShown?: (shown: Shown) => void
  /** A place to show at 1:1; another object goes there anew. */
  readonly goTo?: Place | null
}

/**
 * Shows a result over its original, in register: pan by dragging, zoom at the pointer. The wipe line
 * is dragged, or moved with the arrow keys when it has the focus.
 */
export function Viewer(props: Props) {
  const { picture, compare, showOriginal, onScale, onShown, goTo } = props
  const panning = useHeld('pan')
  const tool = panning ? null : (props.tool ?? null)
  const working = useRef(false)
  const frame = useRef<HTMLDivElement>(null)
  const [viewer, setViewer] = useState<Sides>({ width: 0, height: 0 })
  const [view, setView] = useState<View | null>(null)
  const [wipe01, setWipe01] = useState(0.5)
  const panes = compare === 'beside' ? 2 : 1
  const pane = { width: viewer.width / panes, height: viewer.height }

  useEffect(() => {
    if (!frame.current) return
    const observer = new ResizeObserver(([entry]) => entry && setViewer(entry.contentRect))
    observer.observe(frame.current)
    return () => observer.disconnect()
  }, [])
  const { width: paneWidth, height: paneHeight } = pane
  const { width, height } = picture
  const fit = useCallback(
    () => setView(fitView({ width, height }, { width: paneWidth, height: paneHeight })),
    [width, height, paneWidth, paneHeight],
  )
  // A new picture, size or number of panes starts from the whole picture.
  useEffect(() => (paneWidth > 0 ? fit() : undefined), [fit, paneWidth])
  useEffect(() => (view ? onScale(view.scale * devicePixelRatio) : undefined), [view, onScale])
  useEffect(() => {
    if (view) onShown?.({ view, pane: { width: paneWidth, height: paneHeight } })
  }, [view, paneWidth, paneHeight, onShown])
  useEffect(() => {
    if (!goTo || paneWidth === 0) return
    const scale = 1 / devicePixelRatio
    setView({
      scale,
      x: paneWidth / 2 - goTo.x * width * scale,
      y: paneHeight / 2 - goTo.y * height * scale,
    })
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new place moves the picture
  }, [goTo])

  const zoomMiddle = (factor: number) =>
    setView((v) => v && zoomAt(v, factor, { x: pane.width / 2, y: pane.height / 2 }))
  useCommand('fit', fit)
  useCommand('actual', () => setView(centred(1 / devicePixelRatio, picture, pane)))
  useCommand('larger', () => zoomMiddle(1.5))
  useCommand('smaller', () => zoomMiddle(1 / 1.5))

  useEffect(() => {
    const element = frame.current
    if (!element) return
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault()
      const box = element.getBoundingClientRect()
      const x = (event.clientX - box.left) % pane.width
      setView(
        (v) => v && zoomAt(v, Math.exp(-event.deltaY / 300), { x, y: event.clientY - box.top }),
      )
    }
    element.addEventListener('wheel', onWheel, { passive: false })
    return () => element.removeEventListener('wheel', onWheel)
  }, [pane.width])

  const placeOf = (event: React.PointerEvent): Place | null => {
    if (!view || !frame.current) return null
    const box = frame.current.getBoundingClientRect()
    const x = (((event.clientX - box.left) % pane.width) - view.x) / (picture.width * view.scale)
    const y = (event.clientY - box.top - view.y) / (picture.height * view.scale)
    return { x, y }
  }
  const press = (event: React.PointerEvent): void => {
    event.currentTarget.setPointerCapture(event.pointerId)
    const at = placeOf(event)
    if (!tool || !at || event.button !== 0) return
    working.current = true
    tool.onDown(at, event)
  }
  const release = (event: React.PointerEvent): void => {
    const at = placeOf(event)
    if (working.current && at) props.tool?.onUp(at)
    working.current = false
  }
  const pan = (event: React.PointerEvent): void => {
    const at = placeOf(event)
    const inside = at && at.x >= 0 && at.x < 1 && at.y >= 0 && at.y < 1
    props.onPoint?.(inside ? at : null)
    if (working.current && at) {
      props.tool?.onDrag(at)
      return
    }
    if (event.buttons !== 1 && event.buttons !== 4) return
    setView((v) => v && { ...v, x: v.x + event.movementX, y: v.y + event.movementY })
  }
  const line = view
    ? Math.min(pane.width, Math.max(0, view.x + wipe01 * picture.width * view.scale))
    : 0
  const moveLine = (by: number): void => setWipe01((at) => Math.min(1, Math.max(0, at + by)))

  return (
    <Flex
      ref={frame}
      position="relative"
      width="100%"
      height="100%"
      overflow="hidden"
      background="sky"
      cursor={tool?.cursor ?? 'grab'}
      touchAction="none"
      data-testid="viewer"
      onPointerDown={press}
      onPointerMove={pan}
      onPointerUp={release}
      onPointerCancel={release}
      onPointerLeave={() => props.onPoint?.(null)}
    >
      {view &&
        Array.from({ length: panes }, (_, i) => {
          const original = showOriginal || (compare === 'beside' && i === 0)
          return (
            <Box
              key={i}
              position="relative"
              width={`${100 / panes}%`}
              height="100%"
              overflow="hidden"
              borderLeftWidth={i > 0 ? '1px' : 0}
              borderColor="ink"
            >
              <Layer {...props} view={view} kind={original ? 'original' : 'result'} />
              {!original && props.overlay?.({ view, pane })}
              {compare === 'beside' && (
                <Half words={original ? 'Original' : 'Result'} side="left" />
              )}
              {compare === 'wipe' && !showOriginal && (
                <Box
                  position="absolute"
                  inset="0"
                  style={{ clipPath: `inset(0 ${pane.width - line}px 0 0)` }}
                >
                  <Layer {...props} view={view} kind="original" />
                </Box>
              )}
            </Box>
          )
        })}
      {view && compare === 'wipe' && !showOriginal && (
        <>
          <Half words="Original" side="left" />
          <Half words="Result" side="right" />
        </>
      )}
      {view && compare === 'wipe' && !showOriginal && (
        <Box
          role="slider"
          tabIndex={0}
          aria-label="Wipe line"
          aria-valuenow={Math.round(wipe01 * 100)}
          position="absolute"
          top="0"
          bottom="0"
          width="15px"
          marginLeft="-7px"
          cursor="ew-resize"
          style={{ left: line }}
          onPointerDown={(event) => {
            event.stopPropagation()
            event.currentTarget.setPointerCapture(event.pointerId)
          }}
          onPointerMove={(event) => {
            event.stopPropagation()
            if (event.buttons === 1) moveLine(event.movementX / (picture.width * view.scale))
          }}
          onKeyDown={(event) => {
            const by = { ArrowLeft: -0.02, ArrowRight: 0.02 }[event.key]
            if (by === undefined) return
            event.stopPropagation()
            moveLine(by)
          }}
        >
          <Box
            width="1px"
            height="100%"
            marginLeft="7px"
            background="ink"
            boxShadow="0 0 0 1px {colors.paper}"
          />
        </Box>
      )}
    </Flex>
  )
}

function Layer({
  picture,
  result,
  original,
  window,
  view,
  kind,
}: Props & { view: View; kind: 'original' | 'result' }) {
  const { scale, x, y } = view
  const width = picture.width * scale
  const height = picture.height * scale
  const pixelated = scale * devicePixelRatio >= 2 ? 'pixelated' : 'auto'
  if (kind === 'result' && typeof result === 'object')
    return <div style={{ position: 'absolute', left: x, top: y, width, height }}>{result}</div>
  if (kind === 'result')
    return (
      <img
        src={typeof result === 'string' ? result : undefined}
        alt="The result"
        draggable={false}
        style={{
          position: 'absolute',
          left: x,
          top: y,
          width,
          height,
          maxWidth: 'none',
          imageRendering: pixelated,
        }}
      />
    )
  return (
    <div style={{ position: 'absolute', left: x, top: y, width, height, overflow: 'hidden' }}>
      <img
        src={original}
        alt="The original"
        draggable={false}
        style={{
          position: 'absolute',
          maxWidth: 'none',
          width: width / window.width,
          height: height / window.height,
          left: (-window.x * width) / window.width,
          top: (-window.y * height) / window.height,
        }}
      />
    </div>
  )
}

/** What one half of a comparison shows. */
function Half({ words, side }: { words: string; side: 'left' | 'right' }) {
  return (
    <Text
      position="absolute"
      top="8px"
      {...{ [side]: '8px' }}
      paddingX="8px"
      fontSize="12px"
      lineHeight="22px"
      background="paper"
      borderRadius="3px"
      pointerEvents="none"
    >
      {words}
    </Text>
  )
}
