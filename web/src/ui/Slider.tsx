import { Box, Flex, Text } from '@chakra-ui/react'
import { Range } from './Range'

interface Props {
  readonly label: string
  readonly reading: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly step: number
  readonly onChange: (value: number) => void
  readonly aside?: React.ReactNode
}

/** A slider with its name and its value in words. */
export function Slider({ label, reading, aside, onChange, ...range }: Props) {
  return (
    <Box marginBottom="3px">
      <Flex align="baseline" gap="6px" fontSize="12px" lineHeight="16px">
        <Text flex="1">{label}</Text>
        {aside}
        <Text fontFamily="mono" minWidth="52px" textAlign="right">
          {reading}
        </Text>
      </Flex>
      <Range
        type="range"
        aria-label={label}
        {...range}
        onChange={(event) => onChange(Number(event.target.value))}
      />
    </Box>
  )
}
