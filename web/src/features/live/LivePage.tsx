import { Box, Heading, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { useShootView, type ShootView } from '../../data'
import { Lost } from '../../ui/Lost'
import { shopLink } from '../../work/live'
import { planDelivery } from '../../work/model'
import { LogPart } from './LogPart'
import { PlanPart } from './PlanPart'
import { ShopPart } from './ShopPart'
import { strings } from './strings'
import { useLog } from './useLog'

/** Puts finished products live in a shop, after a look at what that changes, and takes them back. */
export function LivePage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Live view={view} />
}

function Live({ view }: { view: ShootView }) {
  const { shoot } = view
  const [chosen, setChosen] = useState<string | null>(null)
  const plan = useMemo(() => planDelivery(view), [view])
  const { destinations } = plan
  const destination = destinations.find(({ id }) => id === chosen) ?? destinations[0]
  const link = useLiveQuery(() => shopLink())
  const log = useLog(shoot.id)
  if (!link || !log || !destination) return null
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="980px" marginX="auto" paddingX="28px" paddingY="22px">
        <Heading as="h1" fontSize="26px" fontWeight="750" marginBottom="4px">
          {strings.live}
        </Heading>
        <Text color="softInk" marginBottom="16px">
          {strings.whatItDoes}
        </Text>
        <ShopPart
          destinations={destinations}
          link={link}
          chosen={destination.id}
          onChoose={setChosen}
        />
        <PlanPart view={view} plan={plan} link={link} destinationId={destination.id} log={log} />
        <LogPart log={log} link={link} />
      </Box>
    </Box>
  )
}
