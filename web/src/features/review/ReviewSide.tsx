import { findingsByKind } from '@cloudbank/core/shoot'
import { findingsOf } from '../../work/model'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { keyLabel, type KeyName } from '../../keys/keys'
import { usePictureUrl, type ShootView, type Shot } from '../../data'
import { Action, FindingWhy, Key, ReturnWindow } from '../../ui'
import { shotFacts } from '../../work/shotFacts'
import { RETURN_REASONS } from '../../work/verdicts'
import { useDoubtfulPlaces } from './doubtfulPlace'
import { largestOf } from './ReviewPicture'
import { shotTitle, type ReviewModel } from './useReviewModel'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly model: ReviewModel
  readonly shot: Shot
}

/** The doubtful place at 1:1, what was measured against what was asked, and the verdicts. */
export function ReviewSide({ view, model, shot }: Props) {
  return (
    <Flex
      as="aside"
      aria-label={strings.measurementsAndVerdict}
      direction="column"
      width="340px"
      flex="none"
      background="paper"
      borderLeftWidth="1px"
      borderColor="hairline"
    >
      <Box flex="1" overflowY="auto" padding="14px 16px" tabIndex={0}>
        <Heading
          as="h1"
          fontSize="18px"
          fontWeight="700"
          lineHeight="1.2"
          lineClamp={2}
          overflowWrap="anywhere"
          title={shotTitle(shot, view)}
        >
          {shotTitle(shot, view)}
        </Heading>
        <Text
          fontFamily="mono"
          fontSize="12px"
          color="softInk"
          marginBottom="8px"
          truncate
          title={shot.fileName}
        >
          {shot.fileName}
        </Text>
        <Close view={view} model={model} shot={shot} />
        <Box marginTop="10px" fontSize="12px">
          {findingsByKind(findingsOf(shot, view)).map((kind) => (
            <FindingWhy key={kind[0].code} findings={kind} />
          ))}
        </Box>
        <Box as="dl" marginTop="6px">
          {shotFacts(shot, view).map(([name, value]) => (
            <Flex
              key={name}
              justify="space-between"
              gap="12px"
              paddingY="5px"
              borderTopWidth="1px"
              borderColor="hairline"
            >
              <Text as="dt">{name}</Text>
              <Text as="dd" fontFamily="mono" fontSize="12px" textAlign="right">
                {value}
              </Text>
            </Flex>
          ))}
        </Box>
      </Box>
      <Box padding="10px 16px 14px" borderTopWidth="1px" borderColor="hairline">
        <Text color="softInk" marginBottom="4px">
          {strings.returnBecause}
        </Text>
        <Flex wrap="wrap" marginX="-6px" marginBottom="8px">
          {RETURN_REASONS.map((reason, i) => (
            <Action
              key={reason}
              look="quiet"
              width="50%"
              justifyContent="flex-start"
              onClick={() => model.returnFor(reason)}
            >
              <Key>{keyLabel(REASON_KEYS[i]!)}</Key> {reason}
            </Action>
          ))}
          <Action
            look="quiet"
            width="50%"
            justifyContent="flex-start"
            onClick={() => model.setAsking(true)}
          >
            <Key>{keyLabel('inWords')}</Key> {strings.inWords}
          </Action>
        </Flex>
        <Flex gap="8px">
          <Action flex="1" onClick={model.touchUp}>
            {strings.retouch} <Key>{keyLabel('touchUp')}</Key>
          </Action>
          <Action look="main" flex="1.4" onClick={model.pass}>
            {strings.pass} <Key>{keyLabel('reviewPass')}</Key>
          </Action>
        </Flex>
      </Box>
      <ReturnWindow
        open={model.isAsking}
        onClose={() => model.setAsking(false)}
        onReturn={model.returnFor}
      />
    </Flex>
  )
}

const REASON_KEYS: readonly KeyName[] = ['reason1', 'reason2', 'reason3', 'reason4', 'reason5']

/** The doubtful place, one pixel of the file a pixel of the screen. */
function Close({ view, model, shot }: Props) {
  const rendition = largestOf(shot, view)
  const places = useDoubtfulPlaces(shot, rendition, view)
  const url = usePictureUrl(rendition ? { table: 'contents', hash: rendition.fileHash } : null)
  if (!rendition) return null
  const at = model.place % places.length
  const [x, y] = places[at]!
  return (
    <>
      <div className="review-close">
        {url && (
          <img
            src={url}
            alt={strings.mostDoubtfulPlace11}
            style={{
              left: `calc(50% - ${x * rendition.width}px)`,
              top: `calc(50% - ${y * rendition.height}px)`,
              width: rendition.width,
              height: rendition.height,
            }}
          />
        )}
      </div>
      <Flex align="center" gap="8px" marginTop="4px" fontSize="12px" color="softInk">
        <Text flex="1">
          1:1
          {places.length > 1 && strings.placeOf(at + 1, places.length)}
        </Text>
        {places.length > 1 && (
          <>
            {strings.next} <Key>{keyLabel('doubt')}</Key>
          </>
        )}
        {strings.large} <Key>{keyLabel('actual')}</Key>
      </Flex>
    </>
  )
}
