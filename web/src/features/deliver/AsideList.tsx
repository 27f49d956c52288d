import type { DeliveryPlan } from '@cloudbank/core/shoot'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { countOf } from '@cloudbank/core/words'
import { perform, put, type ShootView, type Shot } from '../../data'
import { attempt } from '../../notices'
import { Thumb } from '../../preview'
import { Action } from '../../ui'
import { strings } from './strings'

/** The pictures that an outlet does not get, and the way to let one go all the same. */
export function AsideList({ view, plan }: { view: ShootView; plan: DeliveryPlan }) {
  const { shoot } = view
  const letGo = (shot: Shot, outlet: { id: string; name: string }): void =>
    attempt(
      perform({
        shootId: shoot.id,
        words: strings.goesTo(shot.fileName, outlet.name),
        edits: [put('shots', shot.id, ['going', outlet.id], 'in')],
      }),
      strings.itCouldntBeChanged,
    )
  return shoot.outlets.map((outlet) => {
    const aside = plan.aside.get(outlet.id) ?? []
    if (aside.length === 0) return null
    return (
      <Box key={outlet.id} marginBottom="18px">
        <Heading as="h2" fontSize="16px" marginBottom="2px">
          {strings.setAsideFor(outlet.name)}
        </Heading>
        <Text color="softInk" fontSize="12px" marginBottom="6px">
          {countOf(aside.length, 'shot')}
          {outlet.rules.mostPictures !== null &&
            strings.itTakesOfProduct(outlet.rules.mostPictures)}
          {strings.sendingOneReplacesLastPicture}
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
                {strings.sendAnyway}
              </Action>
            </Box>
          ))}
        </Flex>
      </Box>
    )
  })
}
