import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { FORMATS } from '@cloudbank/core/codec'
import { formatBytes, formatSize } from '@cloudbank/core/words'
import { Action } from '../../ui'
import { download } from '../../work/delivery'
import { changesTable, type RunChange } from '../../work/runs'
import { strings } from './strings'

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

interface Props {
  /** In the order in which they stand until a column is chosen. */
  readonly changes: readonly RunChange[]
  readonly nameOf: (placementId: string) => string
  readonly fileName: string
}

/** Every change as a row, in order of whichever column is chosen; as a CSV, too. */
export function ChangeTable({ changes, nameOf, fileName }: Props) {
  const [by, setBy] = useState<(typeof COLUMNS)[number] | null>(null)
  const [down, setDown] = useState(false)
  const ordered = by === null ? changes : sorted(changes, by, down)
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
              <td>{shot?.fileName ?? strings.removed}</td>
              <td>{nameOf(after.placementId)}</td>
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

function sorted(
  changes: readonly RunChange[],
  by: (typeof COLUMNS)[number],
  down: boolean,
): readonly RunChange[] {
  return [...changes].sort((a, b) => {
    const [x, y] = [by.valueOf(a), by.valueOf(b)]
    const order = typeof x === 'number' ? x - Number(y) : x.localeCompare(String(y))
    return down ? -order : order
  })
}
