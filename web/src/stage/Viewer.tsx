import { Box, Flex } from '@chakra-ui/react'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useCommand } from '../keys/commands'
import { useHeld } from '../keys/useHeld'
import { useViewerTool, type PointerTool } from './useViewerTool'
import {
  viewOf,
  zoomAt,
  type Place,
  type PicturePoint,
  type Shown,
  type Sides,
  type View,
} from './view'
import { HalfLabel, PictureLayer, ViewerPane, type ViewerPicture } from './ViewerPane'
import type { Compare } from './bench'
import { useSides } from './useSides'
import { WipeLine } from './WipeLine'
import { strings } from './strings'

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
  /** What is shown of the picture; another object goes there anew. */
  readonly shows: { readonly place: Place }
  /** Room that the whole picture leaves about itself, in screen pixels. */
  readonly marginPx?: number
}

const MARGIN_PX = 24

/** Shows a result over its original, in register: pan by dragging, zoom at the pointer. */
export function Viewer(props: Props) {
  const { picture, compare, onScale, onShown, onPoint } = props
  const showOriginal = props.showOriginal
  const panning = useHeld('pan')
  const tool = panning ? null : (props.tool ?? null)
  const frame = useRef<HTMLDivElement>(null)
  const viewer = useSides(frame)
  const panes = compare === 'beside' ? 2 : 1
  const [shown, setView] = useShown(
    picture,
    { width: viewer.width / panes, height: viewer.height },
    props.shows,
    props.marginPx ?? MARGIN_PX,
  )
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

/** How the picture lies in its pane: as is asked at first, then as keys and the pointer have it. */
function useShown(
  { width, height }: Sides,
  { width: paneWidth, height: paneHeight }: Sides,
  shows: { readonly place: Place },
  marginPx: number,
): [shown: Shown | null, setView: (view: View) => void] {
  const [shown, setShown] = useState<Shown | null>(null)
  const setView = useCallback(
    (view: View) => setShown({ view, pane: { width: paneWidth, height: paneHeight } }),
    [paneWidth, paneHeight],
  )
  // A new picture, size or number of panes starts from there as well.
  useEffect(() => {
    if (paneWidth === 0) return
    const pane = { width: paneWidth, height: paneHeight }
    setView(viewOf(shows.place, { width, height }, pane, marginPx))
  }, [shows, width, height, paneWidth, paneHeight, marginPx, setView])
  const zoomMiddle = (factor: number): void => {
    if (shown) setView(zoomAt(shown.view, factor, { x: paneWidth / 2, y: paneHeight / 2 }))
  }
  useCommand('larger', () => zoomMiddle(1.5))
  useCommand('smaller', () => zoomMiddle(1 / 1.5))
  return [shown, setView]
}
