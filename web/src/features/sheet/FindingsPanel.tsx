import type { countFindings, FindingCount } from '@cloudbank/core/shoot'
import { Box, Heading, Text } from '@chakra-ui/react'
import { countOf, formatCount } from '@cloudbank/core/words'
import type { ShootView, Shot } from '../../data'
import { Action } from '../../ui'
import { useMeasuring } from '../../work/measuring'
import { FindingLine } from './FindingLine'
import { RefusedFiles } from './RefusedFiles'
import { ReviewPart } from './ReviewPart'
import { strings } from './strings'

/** What can be done at once about a finding whose shots are selected. */
export interface Remedy {
  readonly words: string
  readonly act: () => void
}

interface Props {
  readonly view: ShootView
  readonly counts: ReturnType<typeof countFindings>
  readonly failed: readonly Shot[]
  readonly selectedIds: ReadonlySet<string>
  readonly onSelect: (shotIds: readonly string[]) => void
  /** Narrows the sheet to the shots of a finding. */
  readonly onOnly: (code: string) => void
  /** Narrows the sheet to the shots with a verdict. */
  readonly onVerdict: (verdict: string) => void
  readonly onReview: () => void
  /** By the code of the finding. */
  readonly remedies: Readonly<Record<string, Remedy>>
}

/** What needs attention, counted, worst first; one click selects exactly those shots. */
export function FindingsPanel(props: Props) {
  const { view, failed, selectedIds, onSelect } = props
  const { look, notes, usual } = props.counts
  const wanting = new Set([
    ...look.flatMap(({ shotIds }) => shotIds),
    ...failed.map(({ id }) => id as string),
  ])
  const isShown = (ids: readonly string[]): boolean =>
    ids.length === selectedIds.size && ids.every((id) => selectedIds.has(id))
  const line = ({ code, title, remedy, shotIds }: FindingCount, needs: boolean) => (
    <FindingLine
      key={code}
      title={title}
      hint={remedy}
      count={shotIds.length}
      needs={needs}
      shown={isShown(shotIds)}
      onClick={() => onSelect(shotIds)}
    />
  )
  return (
    <Box
      as="aside"
      aria-label={strings.findings}
      css={{ width: '210px', '@media (max-width: 1150px)': { width: '184px' } }}
      flex="none"
      overflowY="auto"
      background="paper"
      paddingY="14px"
      borderRightWidth="1px"
      borderColor="hairline"
    >
      <Heading
        as="h2"
        fontSize="14px"
        lineHeight="1.3"
        fontWeight="700"
        paddingX="16px"
        marginBottom="8px"
      >
        <PanelTitle wanting={wanting.size} view={view} />
      </Heading>
      <FailedShots failed={failed} isShown={isShown} onSelect={onSelect} />
      {look.map((count) => line(count, true))}
      {notes.length > 0 && (
        <>
          <Text color="softInk" fontSize="12px" paddingX="16px" marginTop="12px" marginBottom="2px">
            {strings.forInformation}
          </Text>
          {notes.map((count) => line(count, false))}
        </>
      )}
      {usual.length > 0 && (
        <Text color="softInk" fontSize="12px" paddingX="16px" marginTop="6px">
          {strings.nearlyAll} {usual.map(({ title }) => title.toLowerCase()).join(', ')}.
        </Text>
      )}
      <ShownRemedy
        counts={[...look, ...notes]}
        isShown={isShown}
        remedies={props.remedies}
        onOnly={props.onOnly}
      />
      <ReviewPart view={view} onVerdict={props.onVerdict} onReview={props.onReview} />
      <RefusedFiles refusals={view.refusals} shootId={view.shoot.id} />
    </Box>
  )
}

/** How many need attention; while photographs are being measured, how many of them are. */
function PanelTitle({ wanting, view }: { wanting: number; view: ShootView }) {
  const { shots, measures } = view
  // What was measured is read a little later than the shots, and what can’t be is waited for no longer.
  const { waiting } = useMeasuring()
  const measured = shots.filter(({ originalHash }) => measures.has(originalHash)).length
  if (shots.length === 0) return strings.noShotsYet
  if (waiting > 0 && measured < shots.length)
    return strings.ofMeasured(formatCount(measured), formatCount(shots.length))
  if (wanting === 0) return strings.nothingNeedsAttention
  return `${countOf(wanting, 'shot')} ${wanting === 1 ? 'needs' : 'need'} attention`
}

/** Shots that the last run could not make; selected, each says why. */
function FailedShots(props: {
  failed: readonly Shot[]
  isShown: (ids: readonly string[]) => boolean
  onSelect: Props['onSelect']
}) {
  const { failed, isShown, onSelect } = props
  if (failed.length === 0) return null
  const ids = failed.map(({ id }) => id)
  return (
    <>
      <FindingLine
        title={strings.failed}
        hint={failed.map((shot) => `${shot.fileName}: ${shot.failure ?? ''}`).join('\n')}
        count={failed.length}
        needs
        shown={isShown(ids)}
        onClick={() => onSelect(ids)}
      />
      {isShown(ids) &&
        failed.map(({ id, fileName, failure }) => (
          <Text key={id} fontSize="12px" paddingX="16px" paddingY="2px" overflowWrap="anywhere">
            <Text as="span" fontFamily="mono">
              {fileName}
            </Text>
            : {failure}
          </Text>
        ))}
    </>
  )
}

/** What to do about the finding whose shots are selected. */
function ShownRemedy(props: {
  counts: readonly FindingCount[]
  isShown: (ids: readonly string[]) => boolean
  remedies: Props['remedies']
  onOnly: Props['onOnly']
}) {
  const shown = props.counts.find(({ shotIds }) => props.isShown(shotIds))
  if (!shown) return null
  const remedy = props.remedies[shown.code]
  return (
    <Box
      fontSize="12px"
      marginX="16px"
      marginTop="12px"
      paddingLeft="8px"
      borderLeftWidth="3px"
      borderColor="ink"
    >
      <Text>{shown.remedy}</Text>
      <Action
        look="quiet"
        marginLeft="-6px"
        fontSize="12px"
        onClick={() => props.onOnly(shown.code)}
      >
        {strings.showOnlyThese}
      </Action>
      {remedy && (
        <Action
          marginTop="6px"
          minHeight="28px"
          paddingX="10px"
          fontSize="12px"
          onClick={remedy.act}
        >
          {remedy.words}
        </Action>
      )}
    </Box>
  )
}
