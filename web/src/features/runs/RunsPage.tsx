import { Box, Heading, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { Lost } from '../../ui/Lost'
import { checkRows, database, useShootView, type ShootView } from '../../data'
import { changesOf } from '../../work/runs'
import { RunPart } from './RunPart'
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
      <Box maxWidth="1180px" marginX="auto" paddingX="28px" paddingY="22px">
        <Heading as="h1" fontSize="26px" fontWeight="750" marginBottom="4px">
          {strings.runs}
        </Heading>
        <Text color="softInk" marginBottom="14px">
          {strings.whatWasMadeAndWhat}{' '}
          <Link to="/workers">
            <u>{strings.whoMakesThem}</u>
          </Link>
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
