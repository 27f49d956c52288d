import { Box, Flex, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { countOf } from '@cloudbank/core/words'
import { database } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { download } from '../../work/delivery'

const SHOWN = 5

/** What could not be read of the database: what it is, a way to keep it, and one to forget it. */
export function SetAsideRows() {
  const rows = useLiveQuery(() => database.setAside.toArray())
  if (!rows || rows.length === 0) return null
  const save = (): void =>
    download(
      new Blob([JSON.stringify(rows, null, 2)], { type: 'application/json' }),
      'set-aside.json',
    )
  return (
    <Box marginTop="24px" data-testid="set-aside">
      <Flex align="center" gap="8px">
        <Attention />
        <Text fontWeight="650">
          {countOf(rows.length, 'entry', 'entries')} that couldn’t be read
        </Text>
        <Action look="quiet" onClick={save}>
          Save as a file
        </Action>
        <Action look="quiet" onClick={() => attempt(database.setAside.clear())}>
          Forget
        </Action>
      </Flex>
      {rows.slice(0, SHOWN).map(({ id, table, problem }) => (
        <Text key={id} fontSize="12px" color="softInk">
          {table}: {problem}
        </Text>
      ))}
      {rows.length > SHOWN && (
        <Text fontSize="12px" color="softInk">
          and {rows.length - SHOWN} more
        </Text>
      )}
    </Box>
  )
}
