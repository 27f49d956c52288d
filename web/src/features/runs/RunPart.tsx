import { Box, Flex, Text } from '@chakra-ui/react'
import { format } from 'date-fns'
import { useState } from 'react'
import { formatBytes, formatDuration } from '@cloudbank/core/words'
import type { Run } from '../../data'
import { attempt } from '../../notices'
import { Action, Choose } from '../../ui'
import { undoRun, type RunChange } from '../../work/runs'
import { ChangeChart } from './ChangeChart'
import { ChangePairs } from './ChangePairs'
import { ChangeTable } from './ChangeTable'
import { BY, byChange, type By } from './byChange'
import { strings } from './strings'

interface Props {
  readonly run: Run
  readonly changes: readonly RunChange[]
  readonly open: boolean
  readonly onOpen: () => void
  /** The shoot’s name, for the file of the table. */
  readonly name: string
}

/** A run: what it made, what that changed, and the way back. */
export function RunPart({ run, changes, open, onOpen, name }: Props) {
  const standing = changes.filter(({ after }) => after.standing === 'current')
  const bytes = (rows: readonly { readonly bytes: number }[]): number =>
    rows.reduce((sum, row) => sum + row.bytes, 0)
  const pairs = changes.filter(({ before }) => before)
  const saved = bytes(pairs.map(({ before }) => before!)) - bytes(pairs.map(({ after }) => after))
  const isOver = run.state === 'finished' || run.state === 'stopped'
  return (
    <Box borderTopWidth="1px" borderColor="hairline" paddingY="10px">
      <Flex align="center" gap="12px">
        <Box flex="1">
          <Text fontWeight="650">
            {strings.countOfTotal(format(run.startedAt, 'd MMM HH:mm'), run.made, run.total)}
          </Text>
          <Text fontSize="12px" color="softInk">
            {run.state}
            {run.failed > 0 && strings.failed(run.failed)}, {formatDuration(run.workedMs)},{' '}
            {formatBytes(bytes(changes.map(({ after }) => after)))}
            {pairs.length > 0 &&
              strings.thanBefore(formatBytes(Math.abs(saved)), saved >= 0 ? 'lighter' : 'heavier')}
          </Text>
        </Box>
        <Action look="quiet" onClick={onOpen} aria-expanded={open}>
          {open ? strings.close : strings.whatChanged}
        </Action>
        <Action
          disabled={!isOver || standing.length === 0}
          title={
            !isOver ? strings.stillUnderWay : standing.length === 0 ? strings.noneStands : undefined
          }
          onClick={() => attempt(undoRun(run, changes), strings.runCouldntBeUndone)}
        >
          {strings.undoRun}
        </Action>
      </Flex>
      {open && <Changes run={run} changes={changes} name={name} />}
    </Box>
  )
}

function Changes({ run, changes, name }: Pick<Props, 'run' | 'changes' | 'name'>) {
  const [by, setBy] = useState<By>('bytes')
  const ordered = byChange(changes, by)
  const names = new Map(run.brief.steps.finish.placements.map((one) => [one.id, one.name]))
  const nameOf = (id: string): string => names.get(id) ?? id
  return (
    <Box marginTop="8px">
      <Choose
        words={strings.largestChangeFirst(BY[by])}
        width="320px"
        options={(Object.keys(BY) as By[]).map((id) => ({ id, words: BY[id] }))} // the record's own keys
        onChoose={setBy}
      />
      <ChangePairs changes={ordered} nameOf={nameOf} />
      <ChangeChart changes={ordered} nameOf={nameOf} />
      <ChangeTable changes={ordered} nameOf={nameOf} fileName={`${name}, run.csv`} />
    </Box>
  )
}
