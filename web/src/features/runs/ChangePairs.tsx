import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { formatBytes } from '@cloudbank/core/words'
import { usePictureUrl, type Rendition } from '../../data'
import { Action } from '../../ui'
import type { RunChange } from '../../work/runs'
import { strings } from './strings'

/** Pairs that are shown at first, and more each time that is asked. */
const PAIRS = 8

interface Props {
  readonly changes: readonly RunChange[]
  readonly nameOf: (placementId: string) => string
}

/** What was made, as pictures: before and after, side by side. */
export function ChangePairs({ changes, nameOf }: Props) {
  const [shown, setShown] = useState(PAIRS)
  const left = changes.length - shown
  const hasBefore = changes.some(({ before }) => before !== null)
  return (
    <Box marginY="10px">
      <Grid
        templateColumns={`repeat(auto-fill, minmax(${hasBefore ? 232 : 132}px, 1fr))`}
        gap="14px"
      >
        {changes.slice(0, shown).map((change) => (
          <Pair key={change.after.id} change={change} nameOf={nameOf} />
        ))}
      </Grid>
      {left > 0 && (
        <Action look="quiet" marginTop="6px" onClick={() => setShown(shown + PAIRS * 3)}>
          <u>{strings.showMore(Math.min(left, PAIRS * 3), left)}</u>
        </Action>
      )}
    </Box>
  )
}

function Pair({
  change: { shot, before, after },
  nameOf,
}: { change: RunChange } & Pick<Props, 'nameOf'>) {
  const name = shot?.fileName ?? strings.removed
  return (
    <Box minWidth="0">
      <Flex gap="4px">
        {before && <Picture row={before} label={strings.before(name)} />}
        <Picture row={after} label={strings.after(name)} />
      </Flex>
      <Text fontSize="12px" truncate marginTop="3px" title={name}>
        {name}, {nameOf(after.placementId)}
      </Text>
      <Text fontSize="12px" fontFamily="mono" color="softInk">
        {before ? `${formatBytes(before.bytes)} → ` : ''}
        {formatBytes(after.bytes)}
        {before ? '' : strings.isNew}
      </Text>
    </Box>
  )
}

function Picture({ row, label }: { readonly row: Rendition; readonly label: string }) {
  const url = usePictureUrl({ table: 'contents', hash: row.fileHash })
  return (
    <Box flex="1" minWidth="0" maxWidth="132px" aspectRatio={1} background="mat">
      {url !== undefined && (
        <img
          src={url}
          alt={label}
          title={label}
          style={{ width: '100%', height: '100%', objectFit: 'contain' }}
        />
      )}
    </Box>
  )
}
