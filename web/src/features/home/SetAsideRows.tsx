import { Box, Flex, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { database } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { download } from '../../work/delivery'
import { strings } from './strings'

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
        <Text fontWeight="650">{strings.thatCouldntBeRead(rows.length)}</Text>
        <Action look="quiet" onClick={save}>
          {strings.saveAsFile}
        </Action>
        <Action look="quiet" onClick={() => attempt(database.setAside.clear())}>
          {strings.forget}
        </Action>
      </Flex>
      {rows.slice(0, SHOWN).map(({ id, table, problem }) => (
        <Text key={id} fontSize="12px" color="softInk">
          {table}: {problem}
        </Text>
      ))}
      {rows.length > SHOWN && (
        <Text fontSize="12px" color="softInk">
          {strings.andMore(rows.length - SHOWN)}
        </Text>
      )}
    </Box>
  )
}
