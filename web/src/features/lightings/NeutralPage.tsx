import { planOf, recipeOf, stepsOf } from '../../work/model'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import type { NeutralReading, Spot } from '@cloudbank/core/steps'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import { Lost } from '../../ui/Lost'
import { useGo } from '../../ui/useGo'
import { countOf } from '@cloudbank/core/words'
import { usePictureUrl, useShootView, type Lighting, type ShootView, type Shot } from '../../data'
import { LightCanvas, sharedPreviewer, useOpenPicture } from '../../preview'
import { attempt } from '../../notices'
import { Action, Attention, Key, Window } from '../../ui'
import { useAssets } from '../../work/assets'
import { readNeutralInto, takeOffNeutral } from '../../work/lightings'
import { NeutralReadout } from './NeutralReadout'
import { SpotPicker } from './SpotPicker'
import { strings } from './strings'

/** Longer side of the pictures on this page, in pixels. */
const PICTURE_SIDE_PX = 1200
const SIBLING_SIDE_PX = 640
const SIBLINGS = 2
/** Radii of the spot, as shares of the photograph's longer side. */
const RADII = [0.003, 0.006, 0.012, 0.024, 0.048] as const

/** Reads the neutral of one lighting on its reference shot. */
export function NeutralPage() {
  const { shootId = '', lightingId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  const lighting = view?.lightings.get(lightingId)
  return view && lighting ? <NeutralReader view={view} lighting={lighting} /> : <Lost />
}

function NeutralReader({ view, lighting }: { view: ShootView; lighting: Lighting }) {
  const go = useGo()
  const shots = useMemo(
    () => view.shots.filter(({ lightingId }) => lightingId === lighting.id),
    [view.shots, lighting.id],
  )
  const [chosenId, setChosenId] = useState<string | null>(null)
  const shot = shots.find(({ id }) => id === (chosenId ?? lighting.referenceShotId)) ?? shots[0]
  const [radiusAt, setRadiusAt] = useState(2)
  const radius = RADII[radiusAt] ?? RADII[2]
  const [failure, setFailure] = useState<string | null>(null)
  const [hovered, setHovered] = useState<Spot | null>(null)
  const picture = useOpenPicture(shot?.originalHash ?? null, {
    sidePx: PICTURE_SIDE_PX,
    onFailure: setFailure,
  })
  const readSpot =
    hovered ?? (lighting.neutral?.shotId === shot?.id ? (lighting.neutral?.spot ?? null) : null)
  const reading = useReading(picture?.name ?? null, readSpot)
  const card = shot && view.measures.get(shot.originalHash)?.card
  const siblings = useMemo(() => pickSiblings(shots, shot), [shots, shot])
  const leave = () => go(`/shoots/${view.shoot.id}/lightings`)

  /** A coloured spot that waits for a yes. */
  const [asked, setAsked] = useState<Spot | null>(null)
  const pick = useCallback(
    async (spot: Spot, sure = false) => {
      if (!picture || !shot) return
      const found = await sharedPreviewer().ask<'read'>({
        kind: 'read',
        picture: picture.name,
        spot,
      })
      setHovered(null)
      if (found.doubts.includes('coloured') && !sure) {
        setAsked(spot)
        return
      }
      await readNeutralInto(lighting, shot, spot, found)
    },
    [picture, shot, lighting],
  )
  const read = (spot: Spot): void => attempt(pick(spot), strings.neutralCouldntBeRead)
  const readAllTheSame = (): void => {
    if (asked) attempt(pick(asked, true), strings.neutralCouldntBeRead)
    setAsked(null)
  }
  useCommand('clear', leave)
  useCommand('larger', () => setRadiusAt((at) => Math.min(RADII.length - 1, at + 1)))
  useCommand('smaller', () => setRadiusAt((at) => Math.max(0, at - 1)))

  // While a spot is hovered its neutral is tried; otherwise the lighting's own is shown.
  const trying = hovered && reading ? reading.gains : null
  return (
    <Flex direction="column" height="100%">
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
        <Text color="softInk">
          {countOf(shots.length, 'shot')} {shots.length === 1 ? strings.follows : 'follow'}
        </Text>
        <Box flex="1" />
        <Action look="quiet" onClick={leave}>
          {strings.backToLightings} <Key>{keyLabel('clear')}</Key>
        </Action>
      </Flex>
      <Flex flex="1" minHeight="0">
        <Flex direction="column" flex="1" minWidth="0" padding="18px" gap="12px">
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
                spot={readSpot}
                radius={radius}
                onHover={setHovered}
                onPick={read}
              >
                <TriedPicture shot={shot} view={view} picture={picture} gains={trying} />
              </SpotPicker>
            )}
          </Box>
          <Flex
            gap="8px"
            overflowX="auto"
            flex="none"
            padding="4px"
            role="listbox"
            aria-label={strings.referenceShot}
          >
            {shots.map((candidate) => (
              <ShotChoice
                key={candidate.id}
                shot={candidate}
                chosen={candidate.id === shot?.id}
                card={Boolean(view.measures.get(candidate.originalHash)?.card)}
                onChoose={() => {
                  setHovered(null)
                  setChosenId(candidate.id)
                }}
              />
            ))}
          </Flex>
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
            reading={reading}
            kept={lighting.neutral}
            hovering={hovered !== null}
            radius={radius}
            onRadius={(by) => setRadiusAt((at) => Math.min(RADII.length - 1, Math.max(0, at + by)))}
          />
          <Window
            title={strings.readColouredSpot}
            alert
            open={asked !== null}
            onClose={() => setAsked(null)}
            size="sm"
          >
            <Text>{strings.noLightMakesGreyLook(shots.length)}</Text>
            <Flex justify="flex-end" gap="8px" marginTop="14px">
              <Action onClick={readAllTheSame}>{strings.useItAnyway}</Action>
              <Action look="main" onClick={() => setAsked(null)}>
                {strings.chooseAnother}
              </Action>
            </Flex>
          </Window>
          {card && <Action onClick={() => read(card.spot)}>{strings.readGreyCardThatWas}</Action>}
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

/** What the previewer reads at a spot. */
function useReading(name: string | null, spot: Spot | null): NeutralReading | null {
  const [reading, setReading] = useState<NeutralReading | null>(null)
  const { x, y, radius } = spot ?? { x: 0, y: 0, radius: 0 }
  const wanted = name !== null && spot !== null
  useEffect(() => {
    if (!wanted) {
      setReading(null)
      return
    }
    let current = true
    sharedPreviewer()
      .ask<'read'>({ kind: 'read', picture: name, spot: { x, y, radius } })
      .then(
        (found) => current && setReading(found),
        () => undefined,
      )
    return () => {
      current = false
    }
  }, [wanted, name, x, y, radius])
  return reading
}

/** Two other shots of the lighting, from both sides of its middle. */
function pickSiblings(shots: readonly Shot[], shot: Shot | undefined): Shot[] {
  const others = shots.filter(({ id }) => id !== shot?.id)
  const step = Math.max(1, Math.floor(others.length / (SIBLINGS + 1)))
  return others.filter((_, i) => i % step === 0).slice(0, SIBLINGS)
}

interface TriedProps {
  readonly shot: Shot
  readonly view: ShootView
  readonly gains: readonly [number, number, number] | null
}

/** A shot with the neutral that is tried, or with what it has. */
function TriedPicture(
  props: TriedProps & { picture: NonNullable<ReturnType<typeof useOpenPicture>> },
) {
  const { shot, view, gains, picture } = props
  const settings = useMemo(() => {
    const { light } = stepsOf(shot, recipeOf(view))
    if (!gains) return light
    const [red, green, blue] = gains
    return { ...light, neutral: { from: 'gains', red, green, blue } as const }
  }, [shot, view, gains])
  const assets = useAssets(planOf(shot, recipeOf(view)))
  return (
    <LightCanvas
      picture={picture}
      settings={settings}
      assets={assets}
      sidePx={PICTURE_SIDE_PX / 2}
      label={shot.fileName}
    />
  )
}

function Sibling(props: TriedProps) {
  const picture = useOpenPicture(props.shot.originalHash, {
    sidePx: SIBLING_SIDE_PX,
    from: 'previews',
  })
  return (
    <Box>
      <Box height="150px" background="mat">
        {picture && <TriedPicture {...props} picture={picture} />}
      </Box>
      <Text fontFamily="mono" fontSize="12px" color="softInk" truncate>
        {props.shot.fileName}
      </Text>
    </Box>
  )
}

function ShotChoice(props: { shot: Shot; chosen: boolean; card: boolean; onChoose: () => void }) {
  const { shot, chosen, card, onChoose } = props
  const preview = usePictureUrl({ table: 'previews', hash: shot.originalHash })
  return (
    <button type="button" role="option" aria-selected={chosen} onClick={onChoose}>
      <Box
        width="84px"
        height="64px"
        background="mat"
        boxShadow={chosen ? '0 0 0 1px {colors.paper}, 0 0 0 3px {colors.ink}' : undefined}
      >
        <img
          src={preview}
          alt={shot.fileName}
          style={{ width: '100%', height: '100%', objectFit: 'contain' }}
        />
      </Box>
      <Text fontSize="12px" color="softInk" height="16px">
        {card ? strings.greyCard : ''}
      </Text>
    </button>
  )
}
