import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { format } from 'date-fns'
import { useLiveQuery } from 'dexie-react-hooks'
import { useDropzone } from 'react-dropzone'
import { Link } from 'react-router'
import { totalsOf } from '@cloudbank/core/weigh'
import { countOf, formatBytes, formatDuration } from '@cloudbank/core/words'
import { database, type WeighIn } from '../../data'
import { attempt, useNotices } from '../../notices'
import { Action } from '../../ui'
import { deleteWeighIn, restoreWeighIn } from '../../work/weighing'
import { HostsPart } from './HostsPart'
import { NewWeighIn } from './NewWeighIn'
import { ShootTotalsPart } from './ShootTotalsPart'
import { strings } from './strings'
import { useStartWeighIn } from './useStartWeighIn'

/** The page-weight audit: what to weigh, and what was weighed before. */
export function WeighInsPage() {
  const start = useStartWeighIn()
  const { getRootProps, isDragActive } = useDropzone({
    onDrop: (files) => start.weighFiles(files),
    noClick: true,
    noKeyboard: true,
  })
  const past = useLiveQuery(async () => {
    const weighIns = await database.weighIns.orderBy('at').reverse().toArray()
    return Promise.all(
      weighIns.map(async (weighIn) => {
        const rows = await database.weighed.where({ weighInId: weighIn.id }).toArray()
        return { weighIn, totals: totalsOf(rows, weighIn.otherBytes) }
      }),
    )
  })
  if (!past) return null
  const all = past.reduce(
    (sum, { weighIn, totals }) => ({
      pictures: sum.pictures + totals.pictures,
      saved: sum.saved + totals.nowBytes - totals.possibleBytes,
      workedMs: sum.workedMs + weighIn.workedMs,
    }),
    { pictures: 0, saved: 0, workedMs: 0 },
  )
  return (
    <Box {...getRootProps()} height="100%" overflowY="auto">
      <Box maxWidth="980px" marginX="auto" paddingX="28px" paddingY="22px">
        <Heading as="h1" fontSize="26px" fontWeight="750" marginBottom="4px">
          {isDragActive ? strings.dropHere : strings.weighIn}
        </Heading>
        <Text color="softInk" marginBottom="14px">
          {strings.whatItIs}
        </Text>
        <NewWeighIn start={start} />
        <Heading as="h2" fontSize="16px" marginTop="26px" marginBottom="4px">
          {strings.weighed}
        </Heading>
        {past.length === 0 && <Text color="softInk">{strings.nothingYet}</Text>}
        {past.map((one) => (
          <Past key={one.weighIn.id} {...one} />
        ))}
        {all.pictures > 0 && (
          <Text color="softInk" marginTop="8px">
            {strings.totals(
              countOf(all.pictures, 'picture'),
              formatBytes(all.saved),
              formatDuration(all.workedMs / all.pictures),
            )}
          </Text>
        )}
        <ShootTotalsPart />
        <HostsPart />
      </Box>
    </Box>
  )
}

function Past({
  weighIn,
  totals,
}: {
  readonly weighIn: WeighIn
  readonly totals: ReturnType<typeof totalsOf>
}) {
  const drop = async (): Promise<void> => {
    const whole = await deleteWeighIn(weighIn)
    useNotices.getState().say(strings.deleted(weighIn.name), {
      words: strings.undo,
      act: () => attempt(restoreWeighIn(whole)),
    })
  }
  return (
    <Flex align="center" gap="14px" paddingY="8px" borderTopWidth="1px" borderColor="hairline">
      <Box flex="1" minWidth="0">
        <Link to={`/weigh/${weighIn.id}`}>
          <Text fontWeight="650" truncate>
            <u>{weighIn.name}</u>
          </Text>
        </Link>
        <Text fontSize="12px" color="softInk">
          {[
            format(weighIn.at, 'd MMM yyyy, HH:mm'),
            countOf(totals.pictures, 'picture'),
            ...(totals.pictures > 0 && totals.guessed === 0
              ? [strings.each(formatDuration(weighIn.workedMs / totals.pictures))]
              : []),
          ].join(', ')}
        </Text>
      </Box>
      <Text fontFamily="mono" fontSize="13px" whiteSpace="nowrap">
        {formatBytes(totals.nowBytes)} → {totals.guessed > 0 ? '≈ ' : ''}
        {formatBytes(totals.possibleBytes)}
      </Text>
      <Action look="quiet" onClick={() => attempt(drop(), strings.couldntBeDeleted)}>
        {strings.delete}
      </Action>
    </Flex>
  )
}
