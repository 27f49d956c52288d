import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useParams } from 'react-router'
import { useShootView, type Lighting, type ShootView } from '../../data'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import { attempt } from '../../notices'
import { Action, Attention, Key, Window } from '../../ui'
import { Lost } from '../../ui/Lost'
import { useGo } from '../../ui/useGo'
import { takeOffNeutral } from '../../work/lightings'
import { NeutralReadout } from './NeutralReadout'
import { ReferenceChoice } from './ReferenceChoice'
import { SpotPicker } from './SpotPicker'
import { strings } from './strings'
import { Sibling, TriedPicture } from './TriedPicture'
import { useNeutralReader } from './useNeutralReader'

type Reader = ReturnType<typeof useNeutralReader>

/** Reads the neutral of one lighting on its reference shot. */
export function NeutralPage() {
  const { shootId = '', lightingId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  const lighting = view?.lightings.get(lightingId)
  return view && lighting ? <NeutralReader view={view} lighting={lighting} /> : <Lost />
}

function NeutralReader({ view, lighting }: { view: ShootView; lighting: Lighting }) {
  const reader = useNeutralReader(view, lighting)
  const { shots, shot, siblings, trying } = reader
  const card = shot && view.measures.get(shot.originalHash)?.card
  return (
    <Flex direction="column" height="100%">
      <Bar view={view} lighting={lighting} shots={shots.length} />
      <Flex flex="1" minHeight="0">
        <Flex direction="column" flex="1" minWidth="0" padding="18px" gap="12px">
          <Picture view={view} reader={reader} />
          <ReferenceChoice view={view} shots={shots} chosen={shot} onChoose={reader.choose} />
        </Flex>
        <Flex
          direction="column"
          width="320px"
          flex="none"
          background="paper"
          borderLeftWidth="1px"
          borderColor="hairline"
          padding="16px"
          gap="12px"
          overflowY="auto"
        >
          {siblings.map((sibling) => (
            <Sibling key={sibling.id} shot={sibling} view={view} gains={trying} />
          ))}
          <NeutralReadout
            reading={reader.reading}
            kept={lighting.neutral}
            hovering={reader.hovering}
            radius={reader.radius}
            onRadius={reader.resize}
          />
          <ColouredSpot reader={reader} />
          {card && (
            <Action onClick={() => reader.read(card.spot)}>{strings.readGreyCardThatWas}</Action>
          )}
          {lighting.neutral && (
            <Action look="quiet" onClick={() => attempt(takeOffNeutral(lighting))}>
              {strings.removeNeutral}
            </Action>
          )}
        </Flex>
      </Flex>
    </Flex>
  )
}

function Bar({ view, lighting, shots }: { view: ShootView; lighting: Lighting; shots: number }) {
  const go = useGo()
  const leave = () => go(`/shoots/${view.shoot.id}/lightings`)
  useCommand('clear', leave)
  return (
    <Flex
      align="center"
      gap="14px"
      height="44px"
      flex="none"
      paddingX="16px"
      background="paper"
      borderBottomWidth="1px"
      borderColor="hairline"
    >
      <Heading as="h1" fontSize="16px" fontWeight="700">
        {strings.neutralOf(lighting.name)}
      </Heading>
      <Text color="softInk">{strings.shotsFollow(shots)}</Text>
      <Box flex="1" />
      <Action look="quiet" onClick={leave}>
        {strings.backToLightings} <Key>{keyLabel('clear')}</Key>
      </Action>
    </Flex>
  )
}

/** The reference shot, to be read under the pointer, or why it can't be shown. */
function Picture({ view, reader }: { view: ShootView; reader: Reader }) {
  const { picture, shot, failure, spot, radius, trying } = reader
  return (
    <Box flex="1" minHeight="0">
      {failure !== null && !picture && shot && (
        <Flex gap="8px" align="center" role="alert">
          <Attention />
          <Text>{strings.cantBeShown(shot.fileName, failure)}</Text>
        </Flex>
      )}
      {picture && shot && (
        <SpotPicker
          picture={picture}
          spot={spot}
          radius={radius}
          onHover={reader.hover}
          onPick={reader.read}
        >
          <TriedPicture shot={shot} view={view} picture={picture} gains={trying} />
        </SpotPicker>
      )}
    </Box>
  )
}

/** Asks before a coloured spot becomes the neutral. */
function ColouredSpot({ reader }: { reader: Reader }) {
  return (
    <Window
      title={strings.readColouredSpot}
      alert
      open={reader.asked}
      onClose={reader.decline}
      size="sm"
    >
      <Text>{strings.noLightMakesGreyLook(reader.shots.length)}</Text>
      <Flex justify="flex-end" gap="8px" marginTop="14px">
        <Action onClick={reader.accept}>{strings.useItAnyway}</Action>
        <Action look="main" onClick={reader.decline}>
          {strings.chooseAnother}
        </Action>
      </Flex>
    </Window>
  )
}
