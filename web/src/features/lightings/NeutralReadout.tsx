import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import type { NeutralReading } from '@cloudbank/core/steps'
import { formatCount, formatPercent, formatSigned } from '@cloudbank/core/words'
import type { Lighting } from '../../data'
import { Action, Attention } from '../../ui'
import { DOUBTS } from './doubts'
import { strings } from './strings'

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
        {hovering ? strings.underPointer : kept ? strings.asRead : strings.noNeutralYet}
      </Heading>
      {reading ? (
        <>
          <Line name="sRGB">{reading.srgb.join(' ')}</Line>
          <Line name="Lab">{reading.lab.map((value) => formatSigned(value, 1)).join(' ')}</Line>
          <Line name="Gains">{reading.gains.map((gain) => gain.toFixed(3)).join(' ')}</Line>
          <Line name="Sample">{strings.px(formatCount(reading.pixels))}</Line>
          <Line name="Spread">{strings.lab(reading.spread.toFixed(1))}</Line>
          {reading.doubts.map((doubt) => (
            <Flex key={doubt} gap="8px" align="baseline" marginTop="8px">
              <Attention />
              <Text fontSize="12px">{DOUBTS[doubt]}</Text>
            </Flex>
          ))}
        </>
      ) : (
        <Text color="softInk">{strings.moveOverSomethingGreyClick}</Text>
      )}
      <Flex align="center" gap="6px" marginTop="8px">
        <Text color="softInk" flex="1">
          {strings.spotOfPicture(formatPercent(radius * 2, 1))}
        </Text>
        <Action look="quiet" aria-label={strings.smallerSpot} onClick={() => onRadius(-1)}>
          −
        </Action>
        <Action look="quiet" aria-label={strings.largerSpot} onClick={() => onRadius(1)}>
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
