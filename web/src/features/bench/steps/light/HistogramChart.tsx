import { Box, Flex, Text } from '@chakra-ui/react'
import type { Histogram } from '@cloudbank/core/measure'
import { formatPercent } from '@cloudbank/core/words'

const WIDTH = 256
const HEIGHT = 72

/** The three channels as lines of their own pattern, and what is clipped at either end. */
export function HistogramChart({ histogram }: { histogram: Histogram | null }) {
  if (!histogram) return <Box height={`${HEIGHT + 18}px`} />
  const { red, green, blue, clipped01, blocked01 } = histogram
  // The tallest of the inner bars: a white backdrop would flatten everything else.
  const most = Math.max(1, ...[red, green, blue].flatMap((bins) => [...bins.subarray(2, 254)]))
  return (
    <Box data-testid="histogram">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        role="img"
        aria-label={`Histogram, ${formatPercent(clipped01)} clipped, ${formatPercent(blocked01)} black`}
        style={{ width: '100%', height: HEIGHT, display: 'block' }}
        fill="none"
        stroke="currentColor"
      >
        <path d={outline(red, most)} strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
        <path
          d={outline(green, most)}
          strokeWidth="1.4"
          strokeDasharray="5 3"
          vectorEffect="non-scaling-stroke"
        />
        <path
          d={outline(blue, most)}
          strokeWidth="1.4"
          strokeDasharray="1.5 2.5"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <Flex fontSize="11px" color="softInk" justify="space-between">
        <Text>{formatPercent(blocked01)} black</Text>
        <Text>— R&ensp;- - G&ensp;··· B</Text>
        <Text>{formatPercent(clipped01)} clipped</Text>
      </Flex>
    </Box>
  )
}

/** A curve over 128 pairs of bins, roots of the counts, so that small ones are seen. */
function outline(bins: Uint32Array, most: number): string {
  const top = Math.sqrt(most * 2)
  let path = ''
  for (let i = 0; i < 256; i += 2) {
    const y = HEIGHT - Math.min(1, Math.sqrt(bins[i]! + bins[i + 1]!) / top) * (HEIGHT - 2)
    path += `${i === 0 ? 'M' : 'L'}${i} ${y.toFixed(1)}`
  }
  return path
}
