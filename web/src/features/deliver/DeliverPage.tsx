import { readyOf } from '@cloudbank/core/shoot'
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
  const recipe = recipeOf(view)
  const unseen = view.shots.filter(
    (shot) => shot.verdict === null || isChangedSince(shot, recipe),
  ).length
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="980px" marginX="auto" paddingX="28px" paddingY="22px">
        <Flex align="center" gap="16px" marginBottom="4px">
          <Heading as="h1" fontSize="26px" fontWeight="750" flex="1">
            Deliver
          </Heading>
          <Link to={`/shoots/${view.shoot.id}/runs`}>
            <u>runs</u>
          </Link>
          <PackButton shoot={view.shoot} files={readyOf(plan)} />
        </Flex>
        <Text color="softInk" marginBottom="16px">
          One folder per outlet or placement, a manifest, and a web page of the pictures. Every file
          was checked after it was made.
        </Text>
        {returned.length > 0 && (
          <Box marginBottom="10px">
            <Flex align="center" gap="8px">
              <Attention />
              <Text flex="1">
                {countOf(returned.length, 'shot')} returned:{' '}
                {withReturned ? 'delivered anyway' : 'left out'}.
              </Text>
              <Action look="quiet" onClick={() => setWithReturned(!withReturned)}>
                {withReturned ? 'Leave out returned shots' : 'Deliver anyway'}
              </Action>
            </Flex>
            {returned.map(({ id, fileName, verdict }) => (
              <Text key={id} fontSize="12px" color="softInk" paddingLeft="18px">
                <Text as="span" fontFamily="mono">
                  {fileName}
                </Text>
                : {verdict?.kind === 'returned' ? verdict.reason : ''}
              </Text>
            ))}
          </Box>
        )}
        {unseen > 0 && unseen < view.shots.length && (
          <Text marginBottom="10px">
            {countOf(unseen, 'shot')} {unseen === 1 ? 'has' : 'have'} no verdict, or changed since.
          </Text>
        )}
        <DecisionList view={view} decisions={decisions} />
        <DestinationList view={view} plan={plan} />
        <chakra.label display="block" marginBottom="16px">
          <input
            type="checkbox"
            checked={view.shoot.productFolders}
            onChange={({ target: { checked } }) =>
              attempt(foldersByProduct(view, checked), 'It couldn’t be saved')
            }
          />{' '}
          one folder per product
        </chakra.label>
        <AsideList view={view} plan={plan} />
        <PastDeliveries view={view} />
      </Box>
    </Box>
  )
}

const foldersByProduct = ({ shoot }: ShootView, productFolders: boolean): Promise<unknown> =>
  perform({
    shootId: shoot.id,
    words: productFolders ? 'Product folders' : 'No product folders',
    edits: putFields('shoots', shoot.id, { productFolders }),
  })
