import { Box, Flex } from '@chakra-ui/react'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import { useCommand } from '../keys/commands'
import { useHeld } from '../keys/useHeld'
import { useViewerTool, type PointerTool } from './useViewerTool'
import {
  centred,
  centredOn,
  fitView,
  zoomAt,
  type PicturePoint,
  type Shown,
  type Sides,
  type View,
} from './view'
import { HalfLabel, PictureLayer, ViewerPane, type ViewerPicture } from './ViewerPane'
import { WipeLine } from './WipeLine'
import { strings } from './strings'

export type Compare = 'result' | 'wipe' | 'beside'

interface Props extends ViewerPicture {
  readonly original: string | undefined
  readonly compare: Compare
  readonly showOriginal: boolean
  readonly onScale: (scale: number) => void
  /** Told where in the result the pointer is, as fractions of its sides; null when outside. */
  readonly onPoint?: (point: PicturePoint | null) => void
  readonly tool?: PointerTool | null
  /** Drawn over the picture. */
  readonly overlay?: (shown: Shown) => React.ReactNode
  /** Told how the picture lies. */
  readonly onShown?: (shown: Shown) => void
  /** A place to show at 1:1; another object goes there anew. */
  readonly goTo?: PicturePoint | null
}

/** Shows a result over its original, in register: pan by dragging, zoom at the pointer. */
export function Viewer(props: Props) {
  const { picture, compare, onScale, onShown, onPoint } = props
  const showOriginal = props.showOriginal
  const panning = useHeld('pan')
  const tool = panning ? null : (props.tool ?? null)
  const frame = useRef<HTMLDivElement>(null)
  const viewer = useSides(frame)
  const panes = compare === 'beside' ? 2 : 1
  const [shown, setView] = useShown(picture, viewer.width / panes, viewer.height, props.goTo)
  const handlers = useViewerTool({ frame, shown, picture, tool, onPoint })
  const [wipe01, setWipe01] = useState(0.5)
  useEffect(
    () => (shown ? onScale(shown.view.scale * devicePixelRatio) : undefined),
    [shown, onScale],
  )
  useEffect(() => (shown ? onShown?.(shown) : undefined), [shown, onShown])

  const wiped = compare === 'wipe' && !showOriginal
  const pictureWidthPx = picture.width * (shown?.view.scale ?? 0)
  const paneWidth = shown?.pane.width ?? 0
  const line = Math.min(paneWidth, Math.max(0, (shown?.view.x ?? 0) + wipe01 * pictureWidthPx))
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
      {...handlers}
    >
      {shown &&
        Array.from({ length: panes }, (_, i) => {
          const kind = showOriginal || (panes === 2 && i === 0) ? 'original' : 'result'
          return (
            <ViewerPane
              key={i}
              view={shown.view}
              onView={setView}
              pointer={tool ? 'works' : 'moves'}
            >
              <PictureLayer {...props} view={shown.view} kind={kind} />
              {kind === 'result' && props.overlay?.(shown)}
              {panes === 2 && (
                <HalfLabel
                  words={kind === 'original' ? strings.original : strings.result}
                  side="left"
                />
              )}
              {wiped && (
                <Box
                  position="absolute"
                  inset="0"
                  style={{ clipPath: `inset(0 ${paneWidth - line}px 0 0)` }}
                >
                  <PictureLayer {...props} view={shown.view} kind="original" />
                </Box>
              )}
            </ViewerPane>
          )
        })}
      {shown && wiped && (
        <>
          <HalfLabel words={strings.original} side="left" />
          <HalfLabel words={strings.result} side="right" />
          <WipeLine at={wipe01} leftPx={line} pictureWidthPx={pictureWidthPx} onMove={setWipe01} />
        </>
      )}
    </Flex>
  )
}

/** Sides of an element, in screen pixels, as they change; 0 × 0 at first. */
function useSides(frame: RefObject<HTMLElement | null>): Sides {
  const [sides, setSides] = useState<Sides>({ width: 0, height: 0 })
  useEffect(() => {
    if (!frame.current) return
    const observer = new ResizeObserver(([entry]) => entry && setSides(entry.contentRect))
    observer.observe(frame.current)
    return () => observer.disconnect()
  }, [frame])
  return sides
}

/** How the picture lies in its pane: whole at first, then as keys, places and the pointer have it. */
function useShown(
  { width, height }: Sides,
  paneWidth: number,
  paneHeight: number,
  goTo: PicturePoint | null | undefined,
): [shown: Shown | null, setView: (view: View) => void] {
  const [shown, setShown] = useState<Shown | null>(null)
  const pane = { width: paneWidth, height: paneHeight }
  const show = (view: View): void => setShown({ view, pane })
  const setView = useCallback(
    (view: View) => setShown({ view, pane: { width: paneWidth, height: paneHeight } }),
    [paneWidth, paneHeight],
  )
  const fit = useCallback(
    () => setView(fitView({ width, height }, { width: paneWidth, height: paneHeight })),
    [width, height, paneWidth, paneHeight, setView],
  )
  // A new picture, size or number of panes starts from the whole picture.
  useEffect(() => (paneWidth > 0 ? fit() : undefined), [fit, paneWidth])
  useEffect(() => {
    if (goTo && paneWidth > 0) show(centredOn(goTo, 1 / devicePixelRatio, { width, height }, pane))
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new place moves the picture
  }, [goTo])
  const zoomMiddle = (factor: number): void => {
    if (shown) show(zoomAt(shown.view, factor, { x: pane.width / 2, y: pane.height / 2 }))
  }
  useCommand('fit', fit)
  useCommand('actual', () => show(centred(1 / devicePixelRatio, { width, height }, pane)))
  useCommand('larger', () => zoomMiddle(1.5))
  useCommand('smaller', () => zoomMiddle(1 / 1.5))
  return [shown, setView]
}
