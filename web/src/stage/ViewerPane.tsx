import { Box, Text } from '@chakra-ui/react'
import { useRef, type ReactNode } from 'react'
import type { Box01 } from '@cloudbank/core/raster'
import { usePanZoom } from './usePanZoom'
import type { Sides, View } from './view'
import { strings } from './strings'

/** What there is to look at. */
export interface ViewerPicture {
  /** Sides of the result, in pixels. */
  readonly picture: Sides
  /** The part of the original that became the result. */
  readonly window: Box01
  /** What fills the result's place: a picture's address, or something that draws itself. */
  readonly result: string | React.ReactElement | undefined
}

interface PaneProps {
  readonly view: View
  readonly onView: (view: View) => void
  readonly pointer: 'moves' | 'works'
  readonly children: ReactNode
}

/** One of the viewer's panes, whose picture is moved and zoomed with the pointer. */
export function ViewerPane({ view, onView, pointer, children }: PaneProps) {
  const pane = useRef<HTMLDivElement>(null)
  usePanZoom(pane, view, onView, pointer)
  return (
    <Box
      ref={pane}
      position="relative"
      flex="1"
      height="100%"
      overflow="hidden"
      borderColor="ink"
      _notFirst={{ borderLeftWidth: '1px' }}
    >
      {children}
    </Box>
  )
}

interface LayerProps extends ViewerPicture {
  readonly original: string | undefined
  readonly view: View
  readonly kind: 'original' | 'result'
}

/** The result, or the same part of the original, where it lies. */
export function PictureLayer({ picture, result, original, window, view, kind }: LayerProps) {
  const { scale, x: left, y: top } = view
  const place = { left, top, width: picture.width * scale, height: picture.height * scale }
  if (kind === 'original')
    return (
      <div style={{ ...place, position: 'absolute', overflow: 'hidden' }}>
        <img
          src={original}
          alt={strings.theOriginal}
          draggable={false}
          style={{
            position: 'absolute',
            maxWidth: 'none',
            width: place.width / window.width,
            height: place.height / window.height,
            left: (-window.x * place.width) / window.width,
            top: (-window.y * place.height) / window.height,
          }}
        />
      </div>
    )
  if (typeof result === 'object')
    return <div style={{ ...place, position: 'absolute' }}>{result}</div>
  return (
    <img
      src={result}
      alt={strings.theResult}
      draggable={false}
      style={{
        ...place,
        position: 'absolute',
        maxWidth: 'none',
        imageRendering: scale * devicePixelRatio >= 2 ? 'pixelated' : 'auto',
      }}
    />
  )
}

/** What one half of a comparison shows. */
export function HalfLabel({ words, side }: { words: string; side: 'left' | 'right' }) {
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
