import { Box } from '@chakra-ui/react'
import { roomOf, type FrameSettings } from '@cloudbank/core/steps'
import type { layRow } from './layRow'

/** The lines on which the row's products are to stand and end, through all of it. */
export function RowLines(props: {
  readonly lies: ReturnType<typeof layRow>
  readonly frame: FrameSettings
}) {
  const { lies, frame } = props
  const room = roomOf(frame)
  const base = frame.stand === 'base' ? 1 - frame.basePct / 100 : room.y + room.height
  return (
    <>
      {[
        { at: room.y, line: 'dotted' },
        { at: base, line: 'dashed' },
      ].map(({ at, line }) => (
        <Box
          key={line}
          position="absolute"
          left="0"
          right="0"
          height="0"
          borderColor="#808080"
          borderTopWidth="1px"
          borderStyle={line}
          pointerEvents="none"
          data-testid={line === 'dashed' ? 'base-line' : undefined}
          style={{ top: lies.top + at * lies.frame.height }}
        />
      ))}
    </>
  )
}
