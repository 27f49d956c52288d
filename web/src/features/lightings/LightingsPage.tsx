import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { useCommand } from '../../keys/commands'
import { Lost } from '../../ui/Lost'
import { useGo } from '../../ui/useGo'
import { countOf } from '@cloudbank/core/words'
import { attempt } from '../../notices'
import {
  useForeignLightings,
  useShootView,
  type Lighting,
  type ShootView,
  type Shot,
} from '../../data'
import { Action } from '../../ui'
import { evenOutAndSay, moveShots, splitOff } from '../../work/lightings'
import { LightingCard } from './LightingCard'
import { ShotRow } from './ShotRow'
import { strings } from './strings'

/** The lightings of a shoot, a card each; shots are dragged between them. */
export function LightingsPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Lightings view={view} />
}

function Lightings({ view }: { view: ShootView }) {
  const go = useGo()
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set())
  const lightings = useMemo(
    () =>
      [...view.lightings.values()].sort((a, b) =>
        (a.takenAt ?? '9') < (b.takenAt ?? '9') ? -1 : 1,
      ),
    [view.lightings],
  )
  const shotsOf = (id: string | null): Shot[] =>
    view.shots.filter(({ lightingId }) => lightingId === id)
  const foreign = useForeignLightings(view.shoot.id)
  const unassigned = shotsOf(null)
  const chosen = view.shots.filter(({ id }) => selected.has(id))
  const clear = (): void => setSelected(new Set())
  const toggle = (id: string): void =>
    setSelected((before) => {
      const next = new Set(before)
      if (!next.delete(id)) next.add(id)
      return next
    })
  const move = (shots: readonly Shot[], to: Lighting | null): void => {
    attempt(moveShots(shots, to), strings.shotsCouldntBeMoved)
    clear()
  }
  /** Takes the selected shots along when one of them is dropped. */
  const drop = (shotId: string, to: Lighting | null): void =>
    move(selected.has(shotId) ? chosen : view.shots.filter(({ id }) => id === shotId), to)
  useCommand('clear', clear)

  return (
    <Flex direction="column" height="100%">
      <Flex align="center" gap="12px" height="48px" flex="none" paddingX="24px">
        <Heading as="h1" fontSize="22px" fontWeight="750">
          {strings.lightings}
        </Heading>
        <Text color="softInk">{countOf(lightings.length, 'lighting')}</Text>
        <Box flex="1" />
        {chosen.length > 0 && (
          <>
            <Text color="softInk">{strings.selected(chosen.length)}</Text>
            {lightings.map((lighting) => (
              <Action key={lighting.id} look="quiet" onClick={() => move(chosen, lighting)}>
                {strings.to(lighting.name)}
              </Action>
            ))}
            <Action
              look="quiet"
              onClick={() => {
                const from = view.lightings.get(chosen[0]?.lightingId ?? '') ?? null
                attempt(splitOff(chosen, from), strings.shotsCouldntBeSplitOff)
                clear()
              }}
            >
              {strings.toNewOne}
            </Action>
          </>
        )}
        {chosen.length === 0 && (
          <Action
            look="quiet"
            onClick={() => attempt(evenOutAndSay(view, view.shots, strings.wholeShoot))}
          >
            {strings.evenOutWholeShoot}
          </Action>
        )}
      </Flex>
      <Box flex="1" overflowY="auto" paddingX="24px" paddingBottom="24px">
        {lightings.map((lighting) => (
          <LightingCard
            key={lighting.id}
            lighting={lighting}
            view={view}
            shots={shotsOf(lighting.id)}
            foreign={foreign}
            others={lightings.filter(({ id }) => id !== lighting.id)}
            selected={selected}
            onToggle={toggle}
            onDrop={(shotId) => drop(shotId, lighting)}
            onRead={() => go(`/shoots/${view.shoot.id}/lightings/${lighting.id}`)}
          />
        ))}
        {lightings.length === 0 && <Text color="softInk">{strings.noneYetTheyAppearOnce}</Text>}
        {(unassigned.length > 0 || lightings.length > 0) && (
          <ShotRow
            view={view}
            onDrop={(shotId) => drop(shotId, null)}
            title={strings.inNoLighting(unassigned.length)}
            shots={unassigned}
            selected={selected}
            referenceId={null}
            onToggle={toggle}
          />
        )}
      </Box>
    </Flex>
  )
}
