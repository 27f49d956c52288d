import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { countLive } from '@cloudbank/core/live'
import type { DeliveryPlan } from '@cloudbank/core/shoot'
import type { ShopLink, ShootView } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { putLive } from '../../work/live'
import { StepRow } from './StepRow'
import { strings } from './strings'
import type { LogEntry } from './useLog'
import { useGoLivePlan } from './useGoLivePlan'

interface Props {
  readonly view: ShootView
  readonly plan: DeliveryPlan
  readonly link: ShopLink
  readonly destinationId: string
  readonly log: readonly LogEntry[]
}

/** What would change in the shop, and the button that changes it. */
export function PlanPart({ view, plan: delivery, link, destinationId, log }: Props) {
  const isOpen = log.some(({ live }) => live.state !== 'finished')
  const { planned, isLooking, look } = useGoLivePlan(view, delivery, link, destinationId, isOpen)
  if (link.key === '') return <Text marginBottom="16px">{strings.enterKey}</Text>
  if (planned.kind !== 'planned')
    return (
      <Flex align="center" gap="10px" marginBottom="16px">
        {planned.kind === 'failed' && <Attention />}
        <Text flex="1">
          {planned.kind === 'failed' ? strings.cantLook(planned.reason) : strings.looking}
        </Text>
        {planned.kind === 'failed' && <Action onClick={look}>{strings.lookAgain}</Action>}
      </Flex>
    )
  const { plan } = planned
  const counts = countLive(plan.steps)
  const changes = plan.steps.filter(({ kind }) => kind !== 'same')
  return (
    <Box marginBottom="20px">
      <Flex align="center" gap="12px" marginBottom="8px">
        <Text flex="1">
          {strings.wouldChange(counts.new, counts.changed, counts.same, counts.down)}
        </Text>
        <Action look="quiet" onClick={look}>
          {strings.lookAgain}
        </Action>
        <Action
          look="main"
          disabled={changes.length === 0 || isOpen || isLooking}
          title={isOpen ? strings.finishFirst : isLooking ? strings.looking : undefined}
          onClick={() => attempt(putLive(view.shoot, plan, link), strings.itCouldntBePut)}
        >
          {changes.length === 0 ? strings.nothingToPut : strings.put(changes.length)}
        </Action>
      </Flex>
      {changes.length === 0 && plan.heldBack.length === 0 && <Text>{strings.allAsItShouldBe}</Text>}
      {changes.map((step) => (
        <StepRow key={step.product} step={step} link={link} />
      ))}
      {plan.heldBack.length > 0 && (
        <Box marginTop="14px">
          <Heading as="h2" fontSize="16px" marginBottom="2px">
            {strings.heldBack}
          </Heading>
          {plan.heldBack.map(({ product, reason }) => (
            <Flex key={product} align="center" gap="8px" fontSize="13px">
              <Attention />
              <Text fontWeight="650">{product}</Text>
              <Text>{reason}</Text>
            </Flex>
          ))}
        </Box>
      )}
      {plan.withoutProduct > 0 && (
        <Text marginTop="10px" fontSize="13px" color="softInk">
          {strings.withoutProduct(plan.withoutProduct)}
        </Text>
      )}
    </Box>
  )
}
