import { Box, chakra, Heading, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { QueueReport } from '@cloudbank/hosts/orders'
import { queueReport } from '../../work/orders'
import { sharedPool } from '../../work/pool'
import { QueuePart } from './QueuePart'
import { StageTime } from './StageTime'
import { WorkerTable } from './WorkerTable'
import { strings } from './strings'

/** Between two looks, in ms. */
const LOOK_MS = 2000

/** Who makes renditions in this browser's place: workers, queue and throughput. */
export function WorkersPage() {
  const report = useReport()
  if (report === undefined) return null
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="1180px" marginX="auto" paddingX="28px" paddingY="22px">
        <Heading as="h1" fontSize="26px" fontWeight="750" marginBottom="4px">
          {strings.workers}
        </Heading>
        <Text color="softInk" marginBottom="18px">
          {report === null ? strings.onlyHere(sharedPool().size) : strings.whatTheyAre}
        </Text>
        {report && <Report report={report} />}
      </Box>
    </Box>
  )
}

function Report({ report }: { report: QueueReport }) {
  return (
    <>
      {report.workers.length === 0 ? (
        <Text>{strings.noWorkers}</Text>
      ) : (
        <WorkerTable workers={report.workers} />
      )}
      <Text fontSize="12px" color="softInk" marginTop="10px">
        {strings.howToAddWorkers}{' '}
        <chakra.code fontFamily="mono">{strings.workerCommand}</chakra.code>
      </Text>
      <QueuePart report={report} />
      <StageTime workers={report.workers} />
    </>
  )
}

/** What the server says now; null where it makes nothing, undefined until it has answered. */
function useReport(): QueueReport | null | undefined {
  const [report, setReport] = useState<QueueReport | null>()
  useEffect(() => {
    let isOver = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const look = async (): Promise<void> => {
      const said = await queueReport()
      if (isOver) return
      setReport(said)
      timer = setTimeout(() => void look(), LOOK_MS)
    }
    void look()
    return () => {
      isOver = true
      clearTimeout(timer)
    }
  }, [])
  return report
}
