import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { MAX_PLACEMENTS } from '@cloudbank/core/steps'
import type { Placement } from '@cloudbank/core/outlets'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { Action } from '../../ui'
import { strings } from './strings'

/** The id of a placement's plain copy. */
const plainId = ({ id }: Placement): string => `${id.slice(0, 84)}-plain`

const isPlain = ({ changes }: Placement): boolean => changes.mark?.drawn === false

/** Placements without marks beside those that have them: files of their own, with names of their own. */
export function PlainCopies({ editor }: { editor: BriefEditor }) {
  const { placements } = editor.brief.steps.finish
  const add = (placement: Placement): void => {
    const copy: Placement = {
      ...placement,
      id: plainId(placement),
      name: strings.plainName(placement.name),
      changes: { ...placement.changes, mark: { ...placement.changes.mark, drawn: false } },
    }
    const at = placements.indexOf(placement)
    editor.set(strings.plainAdded(placement.name), 'finish', 'placements', [
      ...placements.slice(0, at + 1),
      copy,
      ...placements.slice(at + 1),
    ])
  }
  return (
    <Box marginTop="14px">
      <Heading as="h3" fontSize="13px" fontWeight="700" marginBottom="4px">
        {strings.plainCopy}
      </Heading>
      <Flex gap="8px" wrap="wrap" align="center">
        {placements
          .filter((placement) => !isPlain(placement))
          .map((placement) =>
            placements.some(({ id }) => id === plainId(placement)) ? (
              <Text key={placement.id} fontSize="12px" color="softInk">
                {strings.hasPlain(placement.name)}
              </Text>
            ) : (
              <Action
                key={placement.id}
                disabled={placements.length >= MAX_PLACEMENTS}
                onClick={() => add(placement)}
              >
                {strings.addPlainCopy(placement.name)}
              </Action>
            ),
          )}
      </Flex>
      <Text fontSize="12px" color="softInk" marginTop="4px">
        {strings.onlyInBrief}
      </Text>
    </Box>
  )
}
