import type { DeliveryPlan } from '@cloudbank/core/shoot'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { countOf } from '@cloudbank/core/words'
import { perform, put, type ShootView, type Shot } from '../../data'
import { attempt } from '../../notices'
import { Thumb } from '../../preview'
import { Action } from '../../ui'

/** The pictures that an outlet does not get, and the way to let one go all the same. */
export function AsideList({ view, plan }: { view: ShootView; plan: DeliveryPlan }) {
  const { shoot } = view
  const letGo = (shot: Shot, outlet: { id: string; name: string }): void =>
    attempt(
      perform({
        shootId: shoot.id,
        words: `${shot.fileName} goes to ${outlet.name}`,
        edits: [put('shots', shot.id, ['going', outlet.id], 'in')],
      }),
      'It couldn’t be changed',
    )
  return shoot.outlets.map((outlet) => {
    const aside = plan.aside.get(outlet.id) ?? []
    if (aside.length === 0) return null
    return (
      <Box key={outlet.id} marginBottom="18px">
        <Heading as="h2" fontSize="16px" marginBottom="2px">
          Set aside for {outlet.name}
        </Heading>
        <Text color="softInk" fontSize="12px" marginBottom="6px">
          {countOf(aside.length, 'shot')}
          {outlet.rules.mostPictures !== null &&
            `; it takes ${countOf(outlet.rules.mostPictures, 'picture')} of a product`}
          . Sending one replaces the last picture of its product.
        </Text>
        <Flex gap="8px" wrap="wrap">
          {aside.map((shot) => (
            <Box key={shot.id} width="84px">
              <Thumb shot={shot} view={view} px={84} />
              <Text fontSize="12px" truncate title={shot.fileName}>
                {shot.sku ?? shot.fileName}
              </Text>
              <Action
                look="quiet"
                fontSize="12px"
                marginLeft="-6px"
                onClick={() => letGo(shot, outlet)}
              >
                Send anyway
              </Action>
            </Box>
          ))}
        </Flex>
      </Box>
    )
  })
}
