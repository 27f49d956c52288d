import { Box } from '@chakra-ui/react'
import { strings } from './strings'

interface Props {
  /** Where it stands: share of the picture's width, 0 to 1. */
  readonly at: number
  /** The same, in screen pixels from the left of the pane. */
  readonly leftPx: number
  /** Width of the whole picture, in screen pixels. */
  readonly pictureWidthPx: number
  readonly onMove: (at: number) => void
}

const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -0.02, ArrowRight: 0.02 }

/** Where the original ends and the result begins: dragged, or moved with the arrow keys. */
export function WipeLine({ at, leftPx, pictureWidthPx, onMove }: Props) {
  const moveBy = (by: number): void => onMove(Math.min(1, Math.max(0, at + by)))
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={strings.wipeLine}
      aria-valuenow={Math.round(at * 100)}
      position="absolute"
      top="0"
      bottom="0"
      width="15px"
      marginLeft="-7px"
      cursor="ew-resize"
      style={{ left: leftPx }}
      onPointerDown={(event) => {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
      }}
      onPointerMove={(event) => {
        event.stopPropagation()
        if (event.buttons === 1) moveBy(event.movementX / pictureWidthPx)
      }}
      onKeyDown={(event) => {
        const by = STEPS[event.key]
        if (by === undefined) return
        event.stopPropagation()
        moveBy(by)
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
  )
}
