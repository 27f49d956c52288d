import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { format, parseISO } from 'date-fns'
import { useEffect, useState } from 'react'
import { countOf } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import type { ForeignLighting, Lighting, ShootView, Shot } from '../../data'
import { LitPreview } from '../../preview'
import { Action, Attention, Choose, once } from '../../ui'
import {
  carryNeutral,
  evenOutAndSay,
  mergeLightings,
  readNeutralInto,
  renameLighting,
  takeOffNeutral,
} from '../../work/lightings'
import { ShotRow } from './ShotRow'
import { strings } from './strings'

interface Props {
  readonly lighting: Lighting
  readonly view: ShootView
  readonly shots: readonly Shot[]
  readonly others: readonly Lighting[]
  /** Those of other shoots. */
  readonly foreign: readonly ForeignLighting[]
  readonly selected: ReadonlySet<string>
  readonly onToggle: (id: string) => void
  /** Told of a shot that is dropped on it. */
  readonly onDrop: (shotId: string) => void
  readonly onRead: () => void
}

/** One lighting: reference shot with its spot, what was read, and the shots that follow. */
export function LightingCard(props: Props) {
  const { lighting, view, shots, others, foreign, selected, onToggle, onRead } = props
  const { neutral } = lighting
  const reference = view.shots.find(
    ({ id }) => id === (neutral?.shotId ?? lighting.referenceShotId),
  )
  const card = reference && view.measures.get(reference.originalHash)?.card
  return (
    <Flex
      as="section"
      aria-label={lighting.name}
      gap="20px"
      padding="16px"
      marginBottom="14px"
      background="paper"
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="4px"
    >
      <Reference view={view} shot={reference} neutral={neutral} onRead={onRead} />
      <Box flex="1" minWidth="0">
        <Flex align="baseline" gap="12px" marginBottom="4px" wrap="wrap">
          <Name lighting={lighting} />
          <Text color="softInk">{countOf(shots.length, 'shot')}</Text>
        </Flex>
        {neutral ? (
          <Text fontFamily="mono" fontSize="12px" color="softInk" data-testid="gains">
            {strings.gains} {neutral.gains.map((gain) => gain.toFixed(3)).join(' ')}
            {strings.read} {format(neutral.readAt, 'd MMM HH:mm')}
          </Text>
        ) : (
          <Flex align="center" gap="8px">
            <Attention />
            <Text minWidth="0" overflowWrap="anywhere">
              {strings.noNeutralSet}
              {card ? strings.greyCardWasFoundOn(reference.fileName) : ''}
            </Text>
          </Flex>
        )}
        <Flex gap="4px" marginY="8px" wrap="wrap" align="center" marginLeft="-6px">
          {card && !neutral && (
            <Action
              marginLeft="6px"
              marginRight="6px"
              onClick={() => attempt(readNeutralInto(lighting, reference, card.spot, card.reading))}
            >
              {strings.readCardFor(shots.length)}
            </Action>
          )}
          <Action look="quiet" onClick={once(onRead)}>
            {neutral ? strings.readAgain : strings.chooseSpot}
          </Action>
          {neutral && (
            <Action look="quiet" onClick={once(() => attempt(takeOffNeutral(lighting)))}>
              {strings.remove}
            </Action>
          )}
          <Action look="quiet" onClick={() => attempt(evenOutAndSay(view, shots, lighting.name))}>
            {strings.evenOut}
          </Action>
          {neutral && others.length + foreign.length > 0 && (
            <Choose
              words={strings.copyNeutralTo}
              options={[
                ...others.map((other) => ({ id: other.id, words: other.name })),
                ...foreign.map(({ lighting: { id, name }, shootName }) => ({
                  id,
                  words: `${shootName}: ${name}`,
                })),
              ]}
              onChoose={(id) => {
                const all = [...others, ...foreign.map((entry) => entry.lighting)]
                const to = all.find((other) => other.id === id)
                if (to) attempt(carryNeutral(lighting, to))
              }}
            />
          )}
          {others.length > 0 && (
            <Choose
              words={strings.mergeInto}
              options={others.map((other) => ({ id: other.id, words: other.name }))}
              onChoose={(id) => {
                const to = others.find((other) => other.id === id)
                if (to) attempt(mergeLightings(lighting, to, shots))
              }}
            />
          )}
        </Flex>
        <ShotRow
          view={view}
          onDrop={props.onDrop}
          shots={shots}
          selected={selected}
          referenceId={reference?.id ?? null}
          onToggle={onToggle}
        />
      </Box>
    </Flex>
  )
}

function Name({ lighting }: { lighting: Lighting }) {
  const [draft, setDraft] = useState(lighting.name)
  useEffect(() => setDraft(lighting.name), [lighting.name])
  const take = (): void => {
    const name = draft.trim()
    if (name !== '' && name !== lighting.name) attempt(renameLighting(lighting, name))
    else setDraft(lighting.name)
  }
  return (
    <Flex align="baseline" gap="10px">
      <Input
        aria-label={strings.nameOfLighting}
        variant="flushed"
        size="xs"
        width="230px"
        fontFamily="heading"
        fontWeight="700"
        fontSize="16px"
        borderColor="transparent"
        value={draft}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
      {lighting.takenAt && (
        <Text color="softInk">{format(parseISO(lighting.takenAt), 'EEE d MMM yyyy')}</Text>
      )}
    </Flex>
  )
}

function Reference(props: {
  view: ShootView
  shot: Shot | undefined
  neutral: Lighting['neutral']
  onRead: () => void
}) {
  const { view, shot, neutral, onRead } = props
  if (!shot)
    return (
      <Flex
        width="220px"
        height="165px"
        flex="none"
        background="paper"
        align="center"
        justify="center"
      >
        <Text>{strings.noReferenceShot}</Text>
      </Flex>
    )
  const scale = Math.min(220 / shot.width, 165 / shot.height)
  const width = shot.width * scale
  const height = shot.height * scale
  return (
    <Flex width="220px" height="165px" flex="none" background="mat" align="center" justify="center">
      <button type="button" onClick={onRead} aria-label={strings.chooseSpotOn(shot.fileName)}>
        <Box position="relative" style={{ width, height }}>
          <LitPreview view={view} shot={shot} sidePx={440} />
          {neutral && (
            <Box
              position="absolute"
              width="12px"
              height="12px"
              borderRadius="50%"
              borderWidth="1px"
              borderColor="#FFFFFF"
              boxShadow="0 0 0 1px #000000"
              style={{ left: neutral.spot.x * width - 6, top: neutral.spot.y * height - 6 }}
            />
          )}
        </Box>
      </button>
    </Flex>
  )
}
