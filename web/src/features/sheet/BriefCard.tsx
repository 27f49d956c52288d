import { makeWords, type Recipe } from '@cloudbank/core/shoot'
import { recipeOf } from '../../work/model'
import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { memo } from 'react'
import { Link } from 'react-router'
import { describeBrief } from '@cloudbank/core/brief'
import { perform, putFields, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { makeArrivals } from '../../work/runs'
import { Action } from '../../ui'
import { BriefPictures } from './BriefPictures'
import { ShotsPart } from './ShotsPart'
import type { SheetModel } from './useSheetModel'
import { WatchedFolderPart } from './WatchedFolderPart'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly model: SheetModel
}

/** What is selected; what the brief says, step by step, and the button that makes it so. */
export function BriefCard({ view, model }: Props) {
  const { selected, toMake, tryShots, toTry, makeAll, tryThem } = model
  const { brief } = view.briefRow
  const total = model.left.length * recipeOf(view).steps.finish.placements.length
  const isAll = model.left.length === view.shots.length
  return (
    <Flex
      as="aside"
      aria-label={strings.selectionAndBrief}
      direction="column"
      css={{ width: '264px', '@media (max-width: 1150px)': { width: '228px' } }}
      flex="none"
      background="paper"
      borderLeftWidth="1px"
      borderColor="hairline"
    >
      <Box flex="1" overflowY="auto" padding="16px">
        <ShotsPart view={view} model={model} />
        <Flex align="baseline" justify="space-between">
          <Heading as="h2" fontSize="17px" fontWeight="700">
            {strings.brief(brief.name)}
          </Heading>
          <Link to={`/shoots/${view.shoot.id}/brief`}>
            <u>{strings.open}</u>
          </Link>
        </Flex>
        <Text color="softInk" marginBottom="12px">
          {strings.forEveryShot}
        </Text>
        {selected.length === 0 && <BriefPictures view={view} model={model} />}
        <BriefWords recipe={recipeOf(view)} />
      </Box>
      <Flex gap="8px" wrap="wrap" padding="12px" borderTopWidth="1px" borderColor="hairline">
        <chakra.label flex="1 0 100%" fontSize="12px" title={strings.makesArrivalsHint}>
          <input
            type="checkbox"
            checked={view.shoot.makesArrivals}
            onChange={({ target: { checked } }) =>
              attempt(setMakesArrivals(view, checked), strings.couldntBeChanged)
            }
          />{' '}
          {strings.makesArrivals}
        </chakra.label>
        <WatchedFolderPart shootId={view.shoot.id} />
        <Action
          paddingX="10px"
          flex="none"
          onClick={tryThem}
          disabled={toTry === 0}
          title={strings.makeOfFirst(
            toTry,
            selected.length > 0 ? 'the selected shots' : 'the first shots shown',
          )}
        >
          {strings.tryOn(tryShots.length)}
        </Action>
        <Action look="main" flex="1" paddingX="8px" onClick={makeAll} disabled={toMake === 0}>
          {makeWords(toMake, total)}
          {!isAll && toMake > 0 && strings.shown}
        </Action>
      </Flex>
    </Flex>
  )
}

const BriefWords = memo(function BriefWords({ recipe }: { recipe: Recipe }) {
  return describeBrief(recipe).map(({ id, title, words }) => (
    <Flex key={id} gap="12px" paddingY="9px" borderTopWidth="1px" borderColor="hairline">
      <Text width="52px" flex="none" fontWeight="650" fontSize="12px" lineHeight="18px">
        {title}
      </Text>
      <Text whiteSpace="pre-line">{words}</Text>
    </Flex>
  ))
})

async function setMakesArrivals({ shoot }: ShootView, makesArrivals: boolean): Promise<void> {
  await perform({
    shootId: shoot.id,
    words: makesArrivals ? strings.newOnesAreMade : strings.newOnesWait,
    edits: putFields('shoots', shoot.id, { makesArrivals }),
  })
  await makeArrivals(shoot.id)
}
