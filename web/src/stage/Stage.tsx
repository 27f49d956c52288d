import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { formatPercent } from '@cloudbank/core/words'
import { Attention } from '../ui'
import type { Bench } from './bench'
import { Desk } from './desk'
import { Row } from './row'
import { Viewer } from './Viewer'
import type { PicturePoint, Shown } from './view'
import type { PointerTool } from './useViewerTool'
import type { ViewerPicture } from './ViewerPane'
import { strings } from './strings'

interface Props extends ViewerPicture {
  readonly bench: Bench
  /** Whether the picture is the shot in its frame, so that it can stand in the row itself. */
  readonly framed?: boolean
  /** How the picture is looked at, over its upper right. */
  readonly views?: React.ReactNode
  /** What is said of the picture, at its foot. */
  readonly reading?: React.ReactNode
  /** Drawn while the shot is seen in its row, for what is measured of it. */
  readonly unseen?: React.ReactNode
  /** What changes the stage, side by side under the picture. */
  readonly desk: React.ReactNode
  readonly onScale?: (scale: number) => void
  readonly onPoint?: (point: PicturePoint | null) => void
  readonly tool?: PointerTool | null
  readonly overlay?: (shown: Shown) => React.ReactNode
  readonly onShown?: (shown: Shown) => void
}

/** The parts that every step has on the bench: the picture, in its row or alone, and the desk. */
export function Stage(props: Props) {
  const { bench, framed = false } = props
  return (
    <>
      <Box gridArea="picture" position="relative" minWidth="0" minHeight="0" background="sky">
        {bench.seen.in === 'row' ? (
          <>
            <Row bench={bench}>
              {framed && <StageViewer {...props} shows={WHOLE} marginPx={0} />}
            </Row>
            <Box position="absolute" width="0" height="0" overflow="hidden" aria-hidden>
              {props.unseen}
            </Box>
          </>
        ) : (
          <Alone {...props} shows={bench.seen} />
        )}
        {bench.failure !== null && (
          <Flex position="absolute" left="12px" top="12px" gap="8px" align="center" role="alert">
            <Attention />
            <Text>{strings.cantBeShown(bench.shot.fileName, bench.failure)}</Text>
          </Flex>
        )}
      </Box>
      <Desk>{props.desk}</Desk>
    </>
  )
}

const WHOLE = { place: 'whole' } as const

type Shows = Pick<React.ComponentProps<typeof Viewer>, 'shows' | 'marginPx'>

/** The picture as large as there is room, with how it is looked at. */
function Alone(props: Props & Shows) {
  const { bench, views, reading, onScale } = props
  const [scale, setScale] = useState(1)
  const showsResult = !bench.originalHeld && bench.compare !== 'beside'
  return (
    <>
      <StageViewer
        {...props}
        onScale={(next) => {
          setScale(next)
          onScale?.(next)
        }}
      />
      {views !== undefined && showsResult && (
        <Note right="12px" top="12px" paddingX="8px" gap="2px">
          {views}
        </Note>
      )}
      <Note right="12px" bottom="12px">
        {reading}
        <Text fontFamily="mono" fontSize="12px" minWidth="52px" textAlign="right">
          {formatPercent(scale, 0)}
        </Text>
      </Note>
    </>
  )
}

function StageViewer(props: Props & Shows) {
  const { bench, picture, window, result, shows, marginPx } = props
  const { onScale, onPoint, tool, overlay, onShown } = props
  return (
    <Viewer
      picture={picture}
      window={window}
      result={result}
      original={bench.original}
      compare={bench.seen.in === 'row' ? 'result' : bench.compare}
      showOriginal={bench.originalHeld || result === undefined}
      onScale={onScale ?? (() => undefined)}
      {...(onPoint ? { onPoint } : {})}
      {...(overlay ? { overlay } : {})}
      {...(onShown ? { onShown } : {})}
      tool={tool ?? null}
      shows={shows}
      {...(marginPx === undefined ? {} : { marginPx })}
    />
  )
}

/** A few words or switches on the picture. */
const Note = (props: React.ComponentProps<typeof Flex>) => (
  <Flex
    position="absolute"
    gap="12px"
    align="center"
    background="paper"
    borderRadius="4px"
    paddingX="12px"
    minHeight="30px"
    {...props}
  />
)
