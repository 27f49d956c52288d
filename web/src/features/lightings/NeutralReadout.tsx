import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import type { NeutralReading } from '@cloudbank/core/steps'
import { formatCount, formatPercent, formatSigned } from '@cloudbank/core/words'
import type { Lighting } from '../../data'
import { Action, Attention } from '../../ui'
import { DOUBTS } from './doubts'

interface Props {
  readonly reading: NeutralReading | null
  readonly kept: Lighting['neutral']
  readonly hovering: boolean
  readonly radius: number
  readonly onRadius: (by: 1 | -1) => void
}

/** What a spot reads: sRGB, Lab, gains, size of the sample, spread; and what may be wrong with it. */
export function NeutralReadout({ reading, kept, hovering, radius, onRadius }: Props) {
  return (
    <Box data-testid="neutral-readout">
      <Heading as="h2" fontSize="15px" marginBottom="6px">
        {hovering ? 'Under the pointer' : kept ? 'As read' : 'No neutral yet'}
      </Heading>
      {reading ? (
        <>
          <Line name="sRGB">{reading.srgb.join(' ')}</Line>
          <Line name="Lab">{reading.lab.map((value) => formatSigned(value, 1)).join(' ')}</Line>
          <Line name="Gains">{reading.gains.map((gain) => gain.toFixed(3)).join(' ')}</Line>
          <Line name="Sample">{formatCount(reading.pixels)} px</Line>
          <Line name="Spread">{reading.spread.toFixed(1)} Lab</Line>
          {reading.doubts.map((doubt) => (
            <Flex key={doubt} gap="8px" align="baseline" marginTop="8px">
              <Attention />
              <Text fontSize="12px">{DOUBTS[doubt]}</Text>
            </Flex>
          ))}
        </>
      ) : (
        <Text color="softInk">Move over something grey; click to use it for every shot.</Text>
      )}
      <Flex align="center" gap="6px" marginTop="8px">
        <Text color="softInk" flex="1">
          Spot {formatPercent(radius * 2, 1)} of the picture
        </Text>
        <Action look="quiet" aria-label="Smaller spot" onClick={() => onRadius(-1)}>
          −
        </Action>
        <Action look="quiet" aria-label="Larger spot" onClick={() => onRadius(1)}>
          +
        </Action>
      </Flex>
    </Box>
  )
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Flex gap="10px">
      <Text width="58px" color="softInk">
        {name}
      </Text>
      <Text fontFamily="mono" fontSize="12px">
        {children}
      </Text>
    </Flex>
  )
}
