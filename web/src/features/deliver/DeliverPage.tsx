import { changedSince, readyOf } from '@cloudbank/core/shoot'
import { isChangedSince, planDelivery, recipeOf } from '../../work/model'
import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { countOf } from '@cloudbank/core/words'
import { Lost } from '../../ui/Lost'
import { perform, putFields, useShootView, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { AsideList } from './AsideList'
import { DecisionList } from './DecisionList'
import { decisionsFor } from './decisions'
import { DestinationList } from './DestinationList'
import { PastDeliveries } from './PastDeliveries'
import { PackButton } from './PackButton'
import { repairStageOf } from '../../work/verdicts'
import { useDeliveries } from './useDeliveries'
import { strings } from './strings'

/** Where the pictures go, what is to be decided first, and the zip that they leave in. */
export function DeliverPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Deliver view={view} />
}

function Deliver({ view }: { view: ShootView }) {
  const [withReturned, setWithReturned] = useState(false)
  const returned = view.shots.filter(({ verdict }) => verdict?.kind === 'returned')
  const plan = useMemo(
    () => planDelivery(view, ({ verdict }) => !withReturned && verdict?.kind === 'returned'),
    [view, withReturned],
  )
  const decisions = useMemo(() => decisionsFor(view, plan), [view, plan])
  const deliveries = useDeliveries(view.shoot.id)
  const [onlyChanged, setOnlyChanged] = useState(false)
  const ready = readyOf(plan)
  const changed = changedSince(ready, deliveries)
  const recipe = recipeOf(view)
  const unseen = view.shots.filter(
    (shot) => shot.verdict === null || isChangedSince(shot, recipe),
  ).length
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="980px" marginX="auto" paddingX="28px" paddingY="22px">
        <Flex align="center" gap="16px" marginBottom="4px">
          <Heading as="h1" fontSize="26px" fontWeight="750" flex="1">
            {strings.deliver}
          </Heading>
          <Link to={`/shoots/${view.shoot.id}/runs`}>
            <u>{strings.runs}</u>
          </Link>
          <PackButton shoot={view.shoot} files={onlyChanged ? changed : ready} />
        </Flex>
        <Text color="softInk" marginBottom="16px">
          {strings.oneFolderPerOutletOr}
        </Text>
        {returned.length > 0 && (
          <Box marginBottom="10px">
            <Flex align="center" gap="8px">
              <Attention />
              <Text flex="1">
                {countOf(returned.length, 'shot')} {strings.returned}{' '}
                {withReturned ? strings.deliveredAnyway : strings.leftOut}.
              </Text>
              <Action look="quiet" onClick={() => setWithReturned(!withReturned)}>
                {withReturned ? strings.leaveOutReturnedShots : strings.deliverAnyway}
              </Action>
            </Flex>
            {returned.map((shot) => (
              <Text key={shot.id} fontSize="12px" color="softInk" paddingLeft="18px">
                <Link
                  to={`/shoots/${view.shoot.id}/shots/${shot.id}`}
                  state={{ from: 'review', stage: repairStageOf(shot) }}
                >
                  <chakra.u fontFamily="mono">{shot.fileName}</chakra.u>
                </Link>
                : {shot.verdict?.kind === 'returned' ? shot.verdict.reason : ''}
              </Text>
            ))}
          </Box>
        )}
        {unseen > 0 && unseen < view.shots.length && (
          <Text marginBottom="10px">
            {countOf(unseen, 'shot')} {unseen === 1 ? strings.has : strings.have}{' '}
            {strings.noVerdictOrChangedSince}
          </Text>
        )}
        <DecisionList view={view} decisions={decisions} />
        <DestinationList view={view} plan={plan} />
        {deliveries.length > 0 && (
          <chakra.label display="block" marginBottom="6px">
            <input
              type="checkbox"
              checked={onlyChanged}
              onChange={({ target: { checked } }) => setOnlyChanged(checked)}
            />{' '}
            {strings.onlyWhatChanged(changed.length, ready.length)}
          </chakra.label>
        )}
        <chakra.label display="block" marginBottom="16px">
          <input
            type="checkbox"
            checked={view.shoot.productFolders}
            onChange={({ target: { checked } }) =>
              attempt(foldersByProduct(view, checked), strings.itCouldntBeSaved)
            }
          />{' '}
          {strings.oneFolderPerProduct}
        </chakra.label>
        <AsideList view={view} plan={plan} />
        <PastDeliveries view={view} deliveries={deliveries} />
      </Box>
    </Box>
  )
}

const foldersByProduct = ({ shoot }: ShootView, productFolders: boolean): Promise<unknown> =>
  perform({
    shootId: shoot.id,
    words: productFolders ? strings.productFolders : strings.noProductFolders,
    edits: putFields('shoots', shoot.id, { productFolders }),
  })
