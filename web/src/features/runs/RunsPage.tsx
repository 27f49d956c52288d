import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { format } from 'date-fns'
import { useLiveQuery } from 'dexie-react-hooks'
import { useState } from 'react'
import { useParams } from 'react-router'
import { FORMATS } from '@cloudbank/core/codec'
import { formatBytes, formatDuration, formatSize } from '@cloudbank/core/words'
import { Lost } from '../../ui/Lost'
import { checkRows, database, useShootView, type Run, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { download } from '../../work/delivery'
import { changesOf, changesTable, undoRun, type RunChange } from '../../work/runs'
import { strings } from './strings'

/** What ran over a shoot, and what it changed. */
export function RunsPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Runs view={view} />
}

function Runs({ view }: { view: ShootView }) {
  const { shoot, shots } = view
  const [open, setOpen] = useState<string | null>(null)
  const found = useLiveQuery(async () => {
    const where = { shootId: shoot.id }
    const [runs, renditions] = await Promise.all([
      database.table('runs').where(where).toArray(),
      database.table('renditions').where(where).toArray(),
    ])
    return {
      runs: checkRows('runs', runs).rows.sort((a, b) => b.startedAt - a.startedAt),
      versions: checkRows('renditions', renditions).rows,
    }
  }, [shoot.id])
  if (!found) return null
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="980px" marginX="auto" paddingX="28px" paddingY="22px">
        <Heading as="h1" fontSize="26px" fontWeight="750" marginBottom="4px">
          {strings.runs}
        </Heading>
        <Text color="softInk" marginBottom="14px">
          {strings.whatWasMadeAndWhat}
        </Text>
        {found.runs.length === 0 && <Text>{strings.nothingHasBeenMadeYet}</Text>}
        {found.runs.map((run) => (
          <RunPart
            key={run.id}
            run={run}
            changes={changesOf(run.id, found.versions, shots)}
            open={open === run.id}
            onOpen={() => setOpen(open === run.id ? null : run.id)}
            name={shoot.name}
          />
        ))}
      </Box>
    </Box>
  )
}

interface PartProps {
  readonly run: Run
  readonly changes: readonly RunChange[]
  readonly open: boolean
  readonly onOpen: () => void
  /** The shoot’s name, for the file of the table. */
  readonly name: string
}

function RunPart({ run, changes, open, onOpen, name }: PartProps) {
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
          onClick={() => attempt(undoRun(run, changes), strings.runCouldntBeUndone)}
        >
          {strings.undoRun}
        </Action>
      </Flex>
      {open && <ChangeTable changes={changes} fileName={`${name}, run.csv`} />}
    </Box>
  )
}

/** What the table can be in order of. */
const COLUMNS = [
  {
    id: 'photograph',
    words: strings.photograph,
    valueOf: ({ shot }: RunChange) => shot?.fileName ?? '',
  },
  {
    id: 'placement',
    words: strings.placement,
    valueOf: ({ after }: RunChange) => after.placementId,
  },
  {
    id: 'pixels',
    words: strings.pixels,
    valueOf: ({ after }: RunChange) => after.width * after.height,
  },
  { id: 'bytes', words: strings.weight, valueOf: ({ after }: RunChange) => after.bytes },
  { id: 'quality', words: strings.quality, valueOf: ({ after }: RunChange) => after.qualityPct },
] as const

function ChangeTable({ changes, fileName }: { changes: readonly RunChange[]; fileName: string }) {
  const [by, setBy] = useState<(typeof COLUMNS)[number]>(COLUMNS[0])
  const [down, setDown] = useState(false)
  const ordered = [...changes].sort((a, b) => {
    const [x, y] = [by.valueOf(a), by.valueOf(b)]
    const order = typeof x === 'number' ? x - Number(y) : x.localeCompare(String(y))
    return down ? -order : order
  })
  const beside = (before: string | undefined, after: string): string =>
    before === undefined || before === after ? after : `${before} → ${after}`
  return (
    <Box marginTop="8px" maxHeight="340px" overflowY="auto" tabIndex={0}>
      <chakra.table width="100%" fontSize="12px">
        <thead>
          <tr>
            {COLUMNS.map((column) => (
              <chakra.th
                key={column.id}
                textAlign="left"
                aria-sort={by === column ? (down ? 'descending' : 'ascending') : 'none'}
              >
                <Action
                  look="quiet"
                  fontSize="12px"
                  marginLeft="-6px"
                  onClick={() => {
                    setDown(by === column && !down)
                    setBy(column)
                  }}
                >
                  {column.words} {by === column ? (down ? '↓' : '↑') : ''}
                </Action>
              </chakra.th>
            ))}
            <th>
              <Action
                look="quiet"
                fontSize="12px"
                onClick={() =>
                  download(new Blob([changesTable(ordered)], { type: 'text/csv' }), fileName)
                }
              >
                {strings.asCsv}
              </Action>
            </th>
          </tr>
        </thead>
        <chakra.tbody fontFamily="mono">
          {ordered.map(({ shot, before, after }) => (
            <tr key={after.id}>
              <td>{shot?.fileName ?? 'removed'}</td>
              <td>{after.placementId}</td>
              <td>{beside(before ? formatSize(before) : undefined, formatSize(after))}</td>
              <td>
                {beside(before ? formatBytes(before.bytes) : undefined, formatBytes(after.bytes))}
              </td>
              <td>
                {FORMATS[after.format].word}{' '}
                {beside(before ? `${before.qualityPct}` : undefined, `${after.qualityPct} %`)}
              </td>
              <td>{after.standing === 'current' ? '' : strings.noLongerCurrent}</td>
            </tr>
          ))}
        </chakra.tbody>
      </chakra.table>
    </Box>
  )
}
