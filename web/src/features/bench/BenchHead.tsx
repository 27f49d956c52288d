import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { keyLabel } from '../../keys/keys'
import { Action, Key } from '../../ui'
import { StageLine } from './StageLine'
import type { Bench } from '../../stage/bench'
import { useStagePictures } from '../../preview'
import { strings } from './strings'

/** Longer side of the pictures in the line of stages. */
const SMALL_SIDE_PX = 192

/** Which shot it is, and the line of stages. */
export function BenchHead({ bench }: { bench: Bench }) {
  const { shot, product, order, at, picture, plan, assets, mattes } = bench
  const pictures = useStagePictures(picture, plan, assets, mattes, { sidePx: SMALL_SIDE_PX })
  return (
    <Flex
      gridArea="head"
      align="flex-end"
      gap="16px"
      paddingX="16px"
      paddingBottom="6px"
      background="paper"
      borderBottomWidth="1px"
      borderColor="hairline"
    >
      <Box width="270px" flex="none" alignSelf="center">
        <Heading as="h1" fontSize="16px" fontWeight="700" truncate>
          {[product?.name ?? shot.fileName, product ? shot.angle : null]
            .filter((part) => part)
            .join(', ')}
        </Heading>
        <Text color="softInk" fontFamily="mono" fontSize="12px" truncate>
          {strings.countOfTotal(shot.fileName, at + 1, order.length)}
        </Text>
        <Action look="quiet" marginLeft="-6px" onClick={bench.leave}>
          {bench.isFromReview ? strings.backToReview : strings.backToSheet}{' '}
          <Key>{keyLabel('clear')}</Key>
        </Action>
      </Box>
      <StageLine pictures={pictures} stage={bench.stage} onStage={bench.setStage} />
    </Flex>
  )
}
