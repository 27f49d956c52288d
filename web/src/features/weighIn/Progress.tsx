import { Box, Flex, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { database } from '../../data'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { holdWeighing, useWeighingReport } from '../../work/weighing'
import { strings } from './strings'

/** How far the weighing is, and the way to hold it. */
export function Progress({ words, done01 }: { readonly words: string; readonly done01: number }) {
  const held = useLiveQuery(() => database.holds.get('weighing'))?.held === true
  const why = useWeighingReport((report) => report.waiting)
  return (
    <Box role="status" marginTop="6px">
      <Flex align="center" gap="10px">
        <Text fontSize="13px">{why ?? words}</Text>
        <Action look="quiet" onClick={() => attempt(holdWeighing(!held))}>
          {held ? strings.resume : strings.pause}
        </Action>
      </Flex>
      <Box height="3px" background="hairline">
        <Box
          height="100%"
          background={held ? 'faint' : 'ink'}
          style={{ width: `${100 * done01}%` }}
        />
      </Box>
    </Box>
  )
}
