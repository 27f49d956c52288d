import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { countOf, formatCount } from '@cloudbank/core/words'
import { database, type Refusal, type Shot } from '../../data'
import { Action, Attention } from '../../ui'
import type { FindingCode } from '@cloudbank/core/findings'
import type { FindingCount } from './findingCounts'

interface Props {
  readonly look: readonly FindingCount[]
  readonly notes: readonly FindingCount[]
  readonly failed: readonly Shot[]
  readonly refusals: readonly Refusal[]
  readonly selectedIds: ReadonlySet<string>
  readonly onSelect: (shotIds: readonly string[]) => void
  /** What can be done at once about the finding whose shots are selected. */
  readonly remedies: Partial<
    Record<FindingCode, { readonly words: string; readonly act: () => void }>
  >
}

/** What wants a look, counted, worst first; one click selects exactly those shots. */
export function FindingsPanel(props: Props) {
  const { look, notes, failed, refusals, selectedIds, onSelect } = props
  const wanting = new Set([
    ...look.flatMap(({ shotIds }) => shotIds),
    ...failed.map(({ id }) => id),
  ])
  const isShown = (ids: readonly string[]): boolean =>
    ids.length === selectedIds.size && ids.every((id) => selectedIds.has(id))
  const failedIds = failed.map(({ id }) => id)
  return (
    <Box
      as="aside"
      width="222px"
      flex="none"
      overflowY="auto"
      background="paper"
      paddingY="14px"
      borderRightWidth="1px"
      borderColor="hairline"
    >
      <Heading as="h2" fontSize="16px" fontWeight="700" paddingX="16px" marginBottom="8px">
        {wanting.size === 0
          ? 'Nothing wants a look'
          : `${countOf(wanting.size, 'shot')} ${wanting.size === 1 ? 'wants' : 'want'} a look`}
      </Heading>
      {failed.length > 0 && (
        <Line
          title="Failed"
          hint={failed.map((s) => `${s.fileName}: ${s.failure ?? ''}`).join('\n')}
          count={failed.length}
          needs
          shown={isShown(failedIds)}
          onClick={() => onSelect(failedIds)}
        />
      )}
      {failed.length > 0 &&
        isShown(failedIds) &&
        failed.map(({ id, fileName, failure }) => (
          <Text key={id} fontSize="12px" paddingX="16px" paddingY="2px" overflowWrap="anywhere">
            <Text as="span" fontFamily="mono">
              {fileName}
            </Text>
            : {failure}
          </Text>
        ))}
      {look.map(({ code, title, remedy, shotIds }) => (
        <Line
          key={code}
          title={title}
          hint={remedy}
          count={shotIds.length}
          needs
          shown={isShown(shotIds)}
          onClick={() => onSelect(shotIds)}
        />
      ))}
      {notes.length > 0 && (
        <>
          <Group>Good to know</Group>
          {notes.map(({ code, title, remedy, shotIds }) => (
            <Line
              key={code}
              title={title}
              hint={remedy}
              count={shotIds.length}
              needs={false}
              shown={isShown(shotIds)}
              onClick={() => onSelect(shotIds)}
            />
          ))}
        </>
      )}
      <ShownRemedy counts={[...look, ...notes]} isShown={isShown} remedies={props.remedies} />
      {refusals.length > 0 && <Refused refusals={refusals} />}
    </Box>
  )
}

const LineButton = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '8px',
    width: '100%',
    paddingX: '16px',
    paddingY: '4px',
    textAlign: 'left',
    cursor: 'pointer',
    '&:hover:not([aria-pressed=true])': { background: 'mat' },
    '&[aria-pressed=true]': { background: 'ink', color: 'paper' },
  },
})

function Line(props: {
  title: string
  hint: string
  count: number
  needs: boolean
  shown: boolean
  onClick: () => void
}) {
  const { title, hint, count, needs, shown, onClick } = props
  return (
    <LineButton type="button" title={hint} aria-pressed={shown} onClick={onClick}>
      {needs && <Attention />}
      <Text flex="1">{title}</Text>
      <Text fontFamily="mono" fontWeight="600" fontSize="12px">
        {formatCount(count)}
      </Text>
    </LineButton>
  )
}

function Group({ children }: { children: string }) {
  return (
    <Text color="softInk" fontSize="12px" paddingX="16px" marginTop="12px" marginBottom="2px">
      {children}
    </Text>
  )
}

/** What to do about the finding whose shots are selected. */
function ShownRemedy(props: {
  counts: readonly FindingCount[]
  isShown: (ids: readonly string[]) => boolean
  remedies: Props['remedies']
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

function Refused({ refusals }: { refusals: readonly Refusal[] }) {
  const forget = () =>
    void database.refusals.bulkDelete(refusals.flatMap(({ id }) => (id === undefined ? [] : [id])))
  return (
    <Box paddingX="16px" marginTop="16px" data-testid="refusals">
      <Flex align="center" gap="8px" marginBottom="4px">
        <Attention />
        <Text fontWeight="650">{countOf(refusals.length, 'file')} not taken in</Text>
      </Flex>
      {refusals.map(({ id, fileName, reason }) => (
        <Text key={id} fontSize="12px" marginBottom="6px" overflowWrap="anywhere">
          <Text as="span" fontFamily="mono">
            {fileName}
          </Text>
          : {reason}
        </Text>
      ))}
      <Action look="quiet" paddingX="0" onClick={forget}>
        Clear this list
      </Action>
    </Box>
  )
}
