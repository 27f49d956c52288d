import { Flex, Text } from '@chakra-ui/react'
import type { Placement } from '@cloudbank/core/outlets'
import type { StepId } from '@cloudbank/core/steps'
import { describeChange, groupsOf, type PlacementEditor } from '../../settings'
import { Action } from '../../ui'
import { strings } from './strings'

interface Props {
  readonly placements: readonly Placement[]
  readonly step: StepId
  readonly chosen: string | null
  readonly choose: (id: string | null) => void
}

/** For which placements a step is set: for all, or for one alone; those that have something of their own say so. */
export function PlacementChoice({ placements, step, chosen, choose }: Props) {
  const all = [{ id: null, name: strings.everyPlacement, own: 0 }, ...placements.map(ownOf(step))]
  return (
    <Flex align="baseline" gap="4px" wrap="wrap" role="radiogroup" aria-label={strings.setFor}>
      <Text color="softInk" fontSize="12px">
        {strings.setFor}
      </Text>
      {all.map(({ id, name, own }) => (
        <Action
          key={id ?? ''}
          look={id === chosen ? 'main' : 'quiet'}
          role="radio"
          aria-checked={id === chosen}
          minHeight="24px"
          paddingX="7px"
          fontSize="12px"
          title={own > 0 ? strings.differs(name) : undefined}
          onClick={() => choose(id)}
        >
          {name}
          {own > 0 && ' ≠'}
        </Action>
      ))}
    </Flex>
  )
}

const ownOf =
  (step: StepId) =>
  ({ id, name, changes }: Placement) => ({
    id,
    name,
    own: Object.keys(changes[step] ?? {}).length,
  })

/** What a placement sets of its own in a step, each with the way back to the brief's. */
export function OwnOfPlacement({ step, editor }: { step: StepId; editor: PlacementEditor }) {
  const own = editor.ownOf(step)
  const set = groupsOf(step).flatMap(({ controls }) => controls.filter(({ field }) => field in own))
  return (
    <Flex align="baseline" gap="10px" wrap="wrap" fontSize="12px" marginBottom="14px">
      <Text color="softInk">
        {set.length === 0 ? strings.allAsInTheBrief : strings.onlyForThisPlacement}
      </Text>
      {set.map((control) => (
        <Flex key={control.field} gap="4px" align="baseline">
          <Text fontWeight="600">{describeChange(step, control, own[control.field])}</Text>
          <Action
            look="quiet"
            fontSize="12px"
            paddingX="0"
            onClick={() => editor.release(strings.asInTheBrief(control.label), step, control.field)}
          >
            <u>{strings.backToTheBrief}</u>
          </Action>
        </Flex>
      ))}
    </Flex>
  )
}
