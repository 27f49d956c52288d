import { Box, Checkbox, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { STEPS } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import { put, type ShootView, type Shot } from '../../data'
import { attempt } from '../../notices'
import { groupsOf, touchWords } from '../../settings'
import { performOverMany } from '../../work/undo'
import { useShownShots } from '../../shoot'
import { handworkOf } from './carryHandwork'
import { useShotOrder } from './useShotOrder'
import { Action, Window } from '../../ui'
import { strings } from './strings'

const TARGETS = [
  { id: 'product', words: strings.otherShotsOfThisProduct },
  { id: 'lighting', words: strings.otherShotsOfThisLighting },
  { id: 'selection', words: strings.othersSelected },
  { id: 'row', words: strings.othersInRow },
  { id: 'shoot', words: strings.everyOtherShot },
] as const
type Target = (typeof TARGETS)[number]['id']

interface Props {
  readonly view: ShootView
  readonly shot: Shot
  readonly open: boolean
  readonly onClose: () => void
}

/** Settings that belong together and that the shot sets, of any step. */
interface SetGroup {
  readonly id: string
  /** With their values. */
  readonly words: string
  readonly set: readonly { readonly path: readonly string[]; readonly value: unknown }[]
}

/** The groups of which the shot sets anything. */
export function setGroups({ touches }: Pick<Shot, 'touches'>): SetGroup[] {
  return STEPS.flatMap((step) =>
    groupsOf(step.id).flatMap((group) => {
      const touched: Readonly<Record<string, unknown>> = touches[step.id] ?? {}
      const set = group.controls
        .filter(({ field }) => touched[field] !== undefined)
        .map(({ field }) => ({ path: ['touches', step.id, field], value: touched[field] }))
      const words = touchWords(step.id, group, touched).join(', ')
      return set.length === 0 ? [] : [{ id: `${step.id}/${group.id}`, words, set }]
    }),
  )
}

/** The shots beside one that each target stands for. */
function useOthers(view: ShootView, shot: Shot): Readonly<Record<Target, readonly Shot[]>> {
  const row = useShotOrder(view, shot.id)
  const { shootId, selected } = useShownShots()
  const isSelected = (id: string): boolean => shootId === view.shoot.id && selected.has(id)
  const shoot = view.shots.filter(({ id }) => id !== shot.id)
  return {
    product: shoot.filter(({ sku }) => sku === shot.sku),
    lighting: shoot.filter(({ lightingId }) => lightingId === shot.lightingId),
    selection: shoot.filter(({ id }) => isSelected(id)),
    row: row.filter(({ id }) => id !== shot.id),
    shoot,
  }
}

/** Carries what was set on a shot to others: which groups of settings, and to which shots. */
export function CarryWindow({ view, shot, open, onClose }: Props) {
  const present = setGroups(shot)
  const handwork = handworkOf(view, shot)
  const offered = [...present, ...handwork]
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [target, setTarget] = useState<Target>('product')
  const groups = present.filter(({ id }) => !left.has(id))
  const others = useOthers(view, shot)
  const shots = others[target]
  const targets = TARGETS.filter(({ id }) =>
    id === 'selection'
      ? others.selection.length > 0
      : id !== 'row' || others.row.length < others.shoot.length,
  )
  const carried = handwork.filter(({ id }) => !left.has(id))
  const carry = (): void => {
    const set = groups.flatMap((group) => group.set)
    const what = [
      ...groups.map(({ words }) => words),
      ...carried.map(({ count, noun }) => countOf(count, noun)),
    ]
    const words = strings.copiedTo(what.join(', '), shots.length)
    attempt(
      performOverMany(
        {
          shootId: view.shoot.id,
          words,
          edits: shots.flatMap((other) => [
            ...set.map(({ path, value }) => put('shots', other.id, path, value)),
            ...carried.flatMap(({ carryTo }) => carryTo(other)),
          ]),
        },
        `${words}.`,
      ),
      strings.settingsCouldntBeCopied,
    )
    onClose()
  }
  return (
    <Window title={strings.copyToSiblings} open={open} onClose={onClose} size="sm">
      <Text marginBottom="6px">{strings.thisShotsOwnSettings}</Text>
      {offered.map((group) => (
        <Checkbox.Root
          key={group.id}
          size="sm"
          display="flex"
          marginBottom="6px"
          checked={!left.has(group.id)}
          onCheckedChange={({ checked }) =>
            setLeft((before) => {
              const next = new Set(before)
              if (checked === true) next.delete(group.id)
              else next.add(group.id)
              return next
            })
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label>{group.words}</Checkbox.Label>
        </Checkbox.Root>
      ))}
      <Text marginTop="10px" marginBottom="6px">
        {strings.to}
      </Text>
      <Box role="radiogroup" aria-label={strings.copyToLabel}>
        {targets.map(({ id, words }) => (
          <label key={id} style={{ display: 'flex', gap: 8, marginBottom: 4 }}>
            <input
              type="radio"
              name="target"
              checked={target === id}
              onChange={() => setTarget(id)}
              style={{ accentColor: 'currentColor' }}
            />
            {words}
          </label>
        ))}
      </Box>
      <Flex justify="flex-end" gap="8px" marginTop="14px">
        <Action onClick={onClose}>{strings.cancel}</Action>
        <Action
          look="main"
          disabled={(groups.length === 0 && carried.length === 0) || shots.length === 0}
          onClick={carry}
        >
          {strings.copyToWithCount(shots.length)}
        </Action>
      </Flex>
    </Window>
  )
}
