import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { format } from 'date-fns'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import {
  reportData,
  reportPage,
  reportTable,
  secondsOver,
  type FaultCode,
  type Weighing,
} from '@cloudbank/core/weigh'
import { USUAL_LINE } from '@cloudbank/core/lines'
import { countOf, formatBytes, formatCount, formatPercent } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import { Action, Choose } from '../../ui'
import { useGo } from '../../ui/useGo'
import { download } from '../../work/delivery/download'
import { fileStem, saveZip, shootOf, weighAgain, worthMaking } from '../../work/weighing'
import { LineChart } from './LineChart'
import { PictureDetail } from './PictureDetail'
import { PictureList } from './PictureList'
import { Progress } from './Progress'
import { strings } from './strings'
import { useWeighIn, type WeighInView } from './useWeighIn'

/** One weigh-in: its figures, its pictures from the worst, and one of them in full. */
export function WeighInPage() {
  const { weighInId = '' } = useParams()
  const view = useWeighIn(weighInId)
  if (view === undefined) return null
  if (view === null)
    return (
      <Box padding="28px">
        {strings.notFound}{' '}
        <Link to="/weigh">
          <u>{strings.allWeighIns}</u>
        </Link>
      </Box>
    )
  return <Weighed view={view} />
}

function Weighed({ view }: { readonly view: WeighInView }) {
  const [chosen, choose] = useState<string | null>(null)
  const [fault, setFault] = useState<FaultCode | null>(null)
  const { rows, faults } = view
  const shown =
    fault === null
      ? rows
      : rows.filter(({ id }) => faults.get(id)?.some(({ code }) => code === fault))
  const at = Math.max(
    0,
    shown.findIndex(({ id }) => id === chosen),
  )
  const row = shown[at]
  return (
    <Flex height="100%">
      <Flex
        direction="column"
        flex="1"
        minWidth="0"
        paddingX="26px"
        paddingTop="16px"
        borderRightWidth="1px"
        borderColor="hairline"
      >
        <Head view={view} />
        <Figures view={view} />
        <PictureList
          view={view}
          shown={shown}
          chosen={row?.id ?? null}
          onChoose={choose}
          fault={fault}
          onFault={setFault}
        />
      </Flex>
      <Box
        flex="1"
        minWidth="0"
        overflowY="auto"
        background="paper"
        paddingX="24px"
        paddingY="16px"
      >
        {row && (
          <PictureDetail
            key={row.id}
            row={row}
            weighIn={view.weighIn}
            faults={faults.get(row.id) ?? []}
            place={strings.place(at + 1, shown.length)}
          />
        )}
        <Leave view={view} />
        <LineChart totals={view.totals} />
      </Box>
    </Flex>
  )
}

function Head({ view: { weighIn, rows, totals } }: { readonly view: WeighInView }) {
  const go = useGo()
  const again = async (): Promise<void> => {
    const next = await weighAgain(weighIn)
    if (next) go(`/weigh/${next.id}`)
  }
  const weighing: Weighing = {
    name: weighIn.name,
    at: format(weighIn.at, 'd MMMM yyyy, HH:mm'),
    pictures: rows,
    otherBytes: weighIn.otherBytes,
    options: weighIn.options,
  }
  const save = (kind: keyof typeof REPORTS): void => {
    const { extension, type, text } = REPORTS[kind]
    download(new Blob([text(weighing)], { type }), `${fileStem(weighIn.name)}.${extension}`)
  }
  const ofPage = totals.ofPage01 === null ? null : formatPercent(totals.ofPage01, 0)
  return (
    <Flex align="baseline" gap="12px" wrap="wrap">
      <Heading as="h1" fontSize="24px" fontWeight="750" truncate maxWidth="100%">
        {weighIn.name}
      </Heading>
      <Text color="softInk" fontSize="13px" flex="1" whiteSpace="nowrap">
        {strings.pictures(countOf(rows.length, 'picture'), ofPage)}
      </Text>
      <Link to="/weigh">
        <u>{strings.allWeighIns}</u>
      </Link>
      {weighIn.source.kind !== 'files' && (
        <Action look="quiet" onClick={() => attempt(again(), strings.couldntBeWeighedAgain)}>
          {strings.weighAgain}
        </Action>
      )}
      <Choose
        words={strings.report}
        width="100px"
        options={[
          { id: 'table', words: strings.reportTable },
          { id: 'data', words: strings.reportData },
          { id: 'page', words: strings.reportPage },
        ]}
        onChoose={save}
      />
    </Flex>
  )
}

const REPORTS = {
  table: { extension: 'csv', type: 'text/csv', text: reportTable },
  data: {
    extension: 'json',
    type: 'application/json',
    text: (weighing: Weighing) => JSON.stringify(reportData(weighing), null, 2),
  },
  page: { extension: 'html', type: 'text/html', text: reportPage },
} as const

function Figures({ view: { weighIn, totals, before, waiting, rows } }: { view: WeighInView }) {
  const { nowBytes, possibleBytes, guessed, gone01 } = totals
  const saved = secondsOver(nowBytes - possibleBytes, USUAL_LINE)
  const about = guessed > 0 ? '≈ ' : ''
  return (
    <Box marginBottom="10px">
      <Flex gap="30px" wrap="wrap" marginTop="4px">
        <Figure value={formatBytes(nowBytes)} words={strings.now} />
        <Figure
          value={about + formatBytes(possibleBytes)}
          words={guessed > 0 ? strings.guessed(guessed) : strings.possible}
        />
        <Figure value={`${about}${saved.toFixed(1)} s`} words={strings.sooner(USUAL_LINE.name)} />
        <Figure
          value={about + formatPercent(gone01, 0)}
          words={weighIn.otherBytes === null ? strings.ofPicturesGoes : strings.ofPageGoes}
        />
      </Flex>
      {before && (
        <Text fontSize="13px" marginTop="4px">
          {strings.before(
            format(before.weighIn.at, 'd MMM, HH:mm'),
            formatBytes(before.totals.nowBytes),
            formatBytes(nowBytes),
          )}
        </Text>
      )}
      {waiting > 0 && (
        <Progress
          words={strings.weighing(formatCount(rows.length - waiting), formatCount(rows.length))}
          done01={1 - waiting / rows.length}
        />
      )}
    </Box>
  )
}

function Figure({ value, words }: { readonly value: string; readonly words: string }) {
  return (
    <Box>
      <Text
        fontFamily="heading"
        fontWeight="750"
        fontSize="34px"
        lineHeight="1.1"
        whiteSpace="nowrap"
      >
        {value}
      </Text>
      <Text fontSize="12px" color="softInk">
        {words}
      </Text>
    </Box>
  )
}

/** What becomes of it: a shoot with the brief that makes the files, or the files as they are. */
function Leave({ view: { weighIn, rows, waiting } }: { readonly view: WeighInView }) {
  const go = useGo()
  const lighter = worthMaking(rows, weighIn)
  const make = async (): Promise<void> => {
    const shoot = await shootOf(weighIn, rows)
    go(`/shoots/${shoot.id}`)
  }
  const isDone = waiting === 0 && lighter.length > 0
  return (
    <Flex gap="10px" marginTop="14px" wrap="wrap">
      <Action
        look="main"
        disabled={!isDone}
        onClick={() => attempt(make(), strings.shootCouldntBeMade)}
      >
        {strings.makeShoot(countOf(lighter.length, 'picture'))}
      </Action>
      <Action
        disabled={!isDone}
        onClick={() => attempt(saveZip(weighIn, rows), strings.zipCouldntBeMade)}
      >
        {strings.zip}
      </Action>
    </Flex>
  )
}
