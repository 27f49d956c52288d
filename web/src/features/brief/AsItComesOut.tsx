import { Box, Flex, Grid, Heading, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { Brief } from '@cloudbank/core/brief'
import type { ShootView, Shot } from '../../data'
import { StagePreview, useStagedPicture } from '../../preview'
import { changesBetween, useBriefChoices } from '../../shoot'
import { Action, Choose } from '../../ui'
import { strings } from './strings'
import { tellingShots } from './tellingShots'

/** Longer side of a picture, in pixels. */
const SIDE_PX = 320
/** Pictures that are shown. */
const PICTURES = 6
/** Differences to the other brief that are named. */
const NAMED = 6

interface Props {
  readonly view: ShootView
  readonly brief: Brief
  /** The placement as which they are shown; the first where it is missing. */
  readonly placementId?: string | undefined
}

/** A few shots of one's choice as they would come out, live; half as many by another brief as well. */
export function AsItComesOut({ view, brief, placementId }: Props) {
  const [chosen, setChosen] = useState<Readonly<Record<number, string>>>({})
  const [isChoosing, setChoosing] = useState(false)
  const [beside, setBeside] = useState<Brief | null>(null)
  const choices = useBriefChoices()
  const { shots } = view
  const telling = useMemo(() => tellingShots(view), [view])
  const briefs = beside ? [brief, beside] : [brief]
  const places = Array.from({ length: PICTURES / briefs.length }, (_, place) => ({
    place,
    shot: shots.find(({ id }) => id === chosen[place]) ?? telling[place],
  }))
  const changes = beside ? changesBetween(beside, brief) : []
  return (
    <Box>
      <Flex align="baseline" gap="10px" marginBottom="10px">
        <Heading as="h2" fontSize="16px" fontWeight="700" flex="1">
          {strings.asItComesOut}
        </Heading>
        <Action look="quiet" aria-pressed={isChoosing} onClick={() => setChoosing(!isChoosing)}>
          <u>{isChoosing ? strings.done : strings.changeShots}</u>
        </Action>
      </Flex>
      <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap="8px">
        {places.flatMap(({ place, shot }) => {
          if (!shot) return []
          const choose = isChoosing && (
            <Choose
              words={shot.fileName}
              width="100%"
              options={shots.map(({ id, fileName }) => ({ id: String(id), words: fileName }))}
              onChoose={(id) => setChosen({ ...chosen, [place]: id })}
            />
          )
          return (
            <Flex key={place} direction="column" gridColumn={beside ? 'span 2' : undefined}>
              <ByBriefs view={view} shot={shot} briefs={briefs} placementId={placementId} />
              {choose}
            </Flex>
          )
        })}
      </Grid>
      {telling.length > 0 && (
        <Choose
          words={beside ? strings.comparedWith(beside.name) : strings.compareWithAnotherBrief}
          width="100%"
          options={[
            ...(beside ? [{ id: 'none', words: strings.onlyThisBrief }] : []),
            ...choices.map(({ words }, i) => ({ id: String(i), words })),
          ]}
          onChoose={(id) => setBeside(choices[Number(id)]?.brief ?? null)}
        />
      )}
      {beside && (
        <Text fontSize="12px" color="softInk" marginTop="6px">
          {changes.length === 0
            ? strings.settingsAreSame
            : `Right: ${changes.slice(0, NAMED).join(', ')}${changes.length > NAMED ? strings.andMore(changes.length - NAMED) : ''}.`}
        </Text>
      )}
    </Box>
  )
}

interface ByBriefsProps {
  readonly view: ShootView
  readonly shot: Shot
  readonly briefs: readonly Brief[]
  readonly placementId?: string | undefined
}

/** One shot by each brief, side by side. */
function ByBriefs({ view, shot, briefs, placementId }: ByBriefsProps) {
  const picture = useStagedPicture(shot)
  return (
    <Flex gap="8px">
      {briefs.map(({ name, steps }, i) => (
        <Box key={i} flex="1" minWidth="0">
          <StagePreview
            view={view}
            shot={shot}
            picture={picture}
            steps={steps}
            placementId={placementId}
            sidePx={SIDE_PX}
            label={strings.by(shot.fileName, name)}
          />
        </Box>
      ))}
    </Flex>
  )
}
