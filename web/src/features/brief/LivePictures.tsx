import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { Brief } from '@cloudbank/core/brief'
import type { ShootView, Shot } from '../../data'
import { StagePreview, useStagedPicture } from '../../preview'
import { tellingShots } from './tellingShots'
import { changesBetween, useBriefChoices } from '../../shoot'
import { Choose } from '../../ui'
import { strings } from './strings'

/** Longer side of a picture, in pixels. */
const SIDE_PX = 420
/** In a column beside the settings, or above them where there is no room for one. */
const WIDTH = { base: '240px', xl: '100%' }
/** Differences to the other brief that are named. */
const NAMED = 6

/** Two shots of one's choice as they would come out, live; under another brief as well, side by side. */
export function LivePictures({ view, brief }: { view: ShootView; brief: Brief }) {
  const [chosen, setChosen] = useState<readonly [string | null, string | null]>([null, null])
  const [beside, setBeside] = useState<Brief | null>(null)
  const choices = useBriefChoices()
  const { shots } = view
  const first = useMemo(() => tellingShots(view), [view])
  const shown = ([0, 1] as const).flatMap((place) => {
    const shot = shots.find(({ id }) => id === chosen[place]) ?? first[place]
    return shot ? [{ place, shot }] : []
  })
  const changes = beside ? changesBetween(beside, brief) : []
  return (
    <Flex direction={{ base: 'row', xl: 'column' }} gap="12px" align="flex-start">
      {shown.map(({ place, shot }) => (
        <Box key={place} width={WIDTH}>
          <ByBriefs view={view} shot={shot} briefs={[brief, ...(beside ? [beside] : [])]} />
          <Choose
            words={shot.fileName}
            width="100%"
            options={shots.map(({ id, fileName }) => ({ id: String(id), words: fileName }))}
            onChoose={(id) => setChosen(place === 0 ? [id, chosen[1]] : [chosen[0], id])}
          />
        </Box>
      ))}
      <Box width={WIDTH}>
        {shown.length > 0 && (
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
              : `Right: ${changes.slice(0, NAMED).join(', ')}${changes.length > NAMED ? strings.andMoreWithValue(changes.length - NAMED) : ''}.`}
          </Text>
        )}
      </Box>
    </Flex>
  )
}

interface ByBriefsProps {
  readonly view: ShootView
  readonly shot: Shot
  readonly briefs: readonly Brief[]
}

/** One shot by each brief, side by side. */
function ByBriefs({ view, shot, briefs }: ByBriefsProps) {
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
            sidePx={SIDE_PX}
            label={strings.by(shot.fileName, name)}
          />
        </Box>
      ))}
    </Flex>
  )
}
