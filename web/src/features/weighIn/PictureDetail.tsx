import { Box, Flex, Grid, Heading, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { FORMATS } from '@cloudbank/core/codec'
import { bestOf, WAY_WORDS, type Fault, type Rewritten } from '@cloudbank/core/weigh'
import { formatBytes, formatSize } from '@cloudbank/core/words'
import { database, type WeighedRow, type WeighIn } from '../../data'
import { Attention } from '../../ui'
import { weighedFileId } from '../../work/weighing'
import { Compared } from './Compared'
import { strings } from './strings'

interface Props {
  readonly row: WeighedRow
  readonly weighIn: WeighIn
  readonly faults: readonly Fault[]
  /** “1 of 18”. */
  readonly place: string
}

/** One picture in full: now and possible at 1:1, what is wrong with it, and what each way of rewriting came to. */
export function PictureDetail({ row, weighIn, faults, place }: Props) {
  const { path, facts, made, use, problem, blob } = row
  const best = bestOf(row)
  const hash = best?.fileHash
  const file = useLiveQuery(
    async () =>
      hash === undefined ? null : await database.weighedFiles.get(weighedFileId(weighIn.id, hash)),
    [weighIn.id, hash],
  )
  return (
    <Box>
      <Flex align="baseline" gap="12px" marginBottom="10px">
        <Heading as="h2" fontSize="16px" truncate title={path} flex="1">
          {path}
        </Heading>
        <Text fontSize="12px" color="softInk">
          {place}
        </Text>
      </Flex>
      {problem !== null && <Line isFault words={problem} figure="" />}
      {blob && facts && (
        <Compared
          now={blob}
          possible={file?.blob ?? null}
          size={best ?? facts}
          captions={[
            strings.nowCaption(FORMATS[facts.type].word, formatBytes(facts.bytes)),
            best ? strings.possibleCaption(FORMATS[best.type].word, formatBytes(best.bytes)) : '',
          ]}
        />
      )}
      {facts && made && !best && <Text marginTop="6px">{strings.asItIs}</Text>}
      <Box marginTop="8px">
        {faults.map(({ code, title, figure }) => (
          <Line key={code} isFault words={title} figure={figure} />
        ))}
        {facts && faults.length === 0 && <Line words={strings.nothingWrong} figure="" />}
        {use?.shownWidthPx && (
          <Line
            words={strings.shownAt}
            figure={strings.px(String(use.shownWidthPx), String(use.shownHeightPx ?? '–'))}
          />
        )}
        {use && use.alt !== null && (
          <Line words={strings.description} figure={use.alt || strings.decorates} />
        )}
      </Box>
      {made && made.length > 0 && <Ways made={made} best={best} />}
    </Box>
  )
}

function Line(props: { isFault?: boolean; words: string; figure: string }) {
  return (
    <Flex
      align="center"
      gap="8px"
      paddingY="5px"
      borderBottomWidth="1px"
      borderColor="hairline"
      fontSize="13px"
    >
      {props.isFault && <Attention />}
      <Text flex="1">{props.words}</Text>
      <Text fontFamily="mono" fontSize="12px" textAlign="right">
        {props.figure}
      </Text>
    </Flex>
  )
}

/** What each way came to, really made. */
function Ways({ made, best }: { made: readonly Rewritten[]; best: Rewritten | null }) {
  return (
    <Box marginTop="12px">
      <Heading as="h3" fontSize="13px" fontWeight="700" marginBottom="2px">
        {strings.waysToRewrite}
      </Heading>
      <Grid
        gridTemplateColumns="1fr auto auto auto"
        columnGap="14px"
        fontSize="12px"
        alignItems="baseline"
      >
        {made.map((one) => (
          <Box key={one.way} display="contents" fontWeight={one === best ? 700 : 400}>
            <Text>
              {WAY_WORDS[one.way]}
              {one.way === best?.way ? `, ${strings.chosen}` : ''}
            </Text>
            <Text fontFamily="mono">
              {FORMATS[one.type].word} {formatSize(one)}
            </Text>
            <Text fontFamily="mono">{strings.likeness(one.likeness.toFixed(3))}</Text>
            <Text fontFamily="mono" textAlign="right">
              {formatBytes(one.bytes)}
            </Text>
          </Box>
        ))}
      </Grid>
    </Box>
  )
}
