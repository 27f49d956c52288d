import { Box, Checkbox, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { LIGHT_GROUPS, type LightGroup, type LightTouch } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import { change, perform, type ShootView, type Shot } from '../../data'
import { Action, Window } from '../../ui'

const GROUPS = Object.keys(LIGHT_GROUPS) as LightGroup[] // its keys are the groups

const TARGETS = [
  { id: 'product', words: 'the other shots of this product' },
  { id: 'lighting', words: 'the other shots of this lighting' },
  { id: 'shoot', words: 'every other shot' },
] as const
type Target = (typeof TARGETS)[number]['id']

interface Props {
  readonly view: ShootView
  readonly shot: Shot
  readonly open: boolean
  readonly onClose: () => void
}

/** Carries what was set on a shot to others: which groups of settings, and to which shots. */
export function CarryWindow({ view, shot, open, onClose }: Props) {
  const present = GROUPS.filter((group) =>
    LIGHT_GROUPS[group].fields.some((field) => shot.touches.light[field] !== undefined),
  )
  const [left, setLeft] = useState<ReadonlySet<LightGroup>>(new Set())
  const [target, setTarget] = useState<Target>('product')
  const groups = present.filter((group) => !left.has(group))
  const shots = view.shots.filter(
    (other) =>
      other.id !== shot.id &&
      (target === 'shoot' ||
        (target === 'product' ? other.sku === shot.sku : other.lightingId === shot.lightingId)),
  )
  const carry = (): void => {
    const carried: LightTouch = Object.fromEntries(
      groups
        .flatMap((group) => [...LIGHT_GROUPS[group].fields])
        .flatMap((field) =>
          shot.touches.light[field] === undefined ? [] : [[field, shot.touches.light[field]]],
        ),
    )
    void perform({
      shootId: view.shoot.id,
      shotIds: shots.map(({ id }) => id),
      words: `${groups.map((group) => LIGHT_GROUPS[group].title).join(', ')} carried from ${shot.fileName}`,
      changes: shots.map((other) =>
        change('shots', other, {
          touches: { ...other.touches, light: { ...other.touches.light, ...carried } },
        }),
      ),
    })
    onClose()
  }
  return (
    <Window title="Carry to siblings" open={open} onClose={onClose} size="sm">
      <Text marginBottom="6px">What this shot sets:</Text>
      {present.map((group) => (
        <Checkbox.Root
          key={group}
          size="sm"
          display="flex"
          marginBottom="6px"
          checked={!left.has(group)}
          onCheckedChange={({ checked }) =>
            setLeft((before) => {
              const next = new Set(before)
              if (checked === true) next.delete(group)
              else next.add(group)
              return next
            })
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label>{LIGHT_GROUPS[group].title}</Checkbox.Label>
        </Checkbox.Root>
      ))}
      <Text marginTop="10px" marginBottom="6px">
        To:
      </Text>
      <Box role="radiogroup" aria-label="Carry to">
        {TARGETS.map(({ id, words }) => (
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
        <Action onClick={onClose}>Leave it</Action>
        <Action look="main" disabled={groups.length === 0 || shots.length === 0} onClick={carry}>
          Carry to {countOf(shots.length, 'shot')}
        </Action>
      </Flex>
    </Window>
  )
}
