import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { Link } from 'react-router'
import { shootTotals, type ShootTotals } from '@cloudbank/core/weigh'
import { countOf, formatBytes, formatDuration } from '@cloudbank/core/words'
import { database, type Shoot } from '../../data'
import { strings } from './strings'

/** What each shoot made of its photographs, in bytes and time; nothing while none has been made. */
export function ShootTotalsPart() {
  const found = useLiveQuery(async () => {
    const shoots = await database.shoots.orderBy('createdAt').reverse().toArray()
    const all = await Promise.all(
      shoots.map(async (shoot) => ({ shoot, totals: await totalsIn(shoot) })),
    )
    return all.filter(({ totals }) => totals.files > 0)
  })
  if (!found || found.length === 0) return null
  const sum = (of: (totals: ShootTotals) => number): number =>
    found.reduce((all, { totals }) => all + of(totals), 0)
  const timed = found.flatMap(({ totals: { eachMs, photographs } }) =>
    eachMs === null ? [] : [{ eachMs, photographs }],
  )
  const photographs = timed.reduce((all, one) => all + one.photographs, 0)
  const worked = timed.reduce((all, one) => all + one.photographs * one.eachMs, 0)
  return (
    <>
      <Heading as="h2" fontSize="16px" marginTop="26px" marginBottom="4px">
        {strings.byShoot}
      </Heading>
      {found.map(({ shoot, totals }) => (
        <Flex
          key={shoot.id}
          align="center"
          gap="14px"
          paddingY="8px"
          borderTopWidth="1px"
          borderColor="hairline"
        >
          <Box flex="1" minWidth="0">
            <Link to={`/shoots/${shoot.id}`}>
              <Text fontWeight="650" truncate>
                <u>{shoot.name}</u>
              </Text>
            </Link>
            <Text fontSize="12px" color="softInk">
              {strings.shootTotals(
                countOf(totals.photographs, 'photograph'),
                countOf(totals.files, 'file'),
              )}
              {totals.eachMs !== null &&
                `, ${strings.eachPhotograph(formatDuration(totals.eachMs))}`}
            </Text>
          </Box>
          <Text fontFamily="mono" fontSize="13px" whiteSpace="nowrap">
            {formatBytes(totals.photographBytes)} → {formatBytes(totals.fileBytes)}
          </Text>
        </Flex>
      ))}
      {photographs > 0 && (
        <Text color="softInk" marginTop="8px">
          {strings.allShoots(
            formatBytes(sum(({ photographBytes, fileBytes }) => photographBytes - fileBytes)),
            formatDuration(worked / photographs),
          )}
        </Text>
      )}
    </>
  )
}

async function totalsIn({ id }: Shoot): Promise<ShootTotals> {
  const of = { shootId: id }
  const [shots, files, runs] = await Promise.all([
    database.shots.where(of).toArray(),
    database.renditions.where('[shootId+standing]').equals([id, 'current']).toArray(),
    database.runs.where(of).toArray(),
  ])
  return shootTotals(shots, files, runs)
}
