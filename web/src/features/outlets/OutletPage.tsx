import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useParams } from 'react-router'
import type { Outlet } from '@cloudbank/core/outlets'
import { useCommand } from '../../keys/commands'
import { Lost } from '../../ui/Lost'
import { useGo } from '../../ui/useGo'
import { perform, put, useShootView, type ShootView } from '../../data'
import { attempt, useNotices } from '../../notices'
import { keepOutlet, OutletForm, useOutletChoices } from '../../outlet'
import { Action } from '../../ui'
import { OutletSample } from './OutletSample'
import { strings } from './strings'
import { useCameFrom, useLatestShoot } from './useShootOf'

/** An outlet of a person's own, for every shoot that chooses it from now on. */
export function OwnOutletPage() {
  const { outletId = '' } = useParams()
  const go = useGo()
  const from = useCameFrom()
  const latest = useLatestShoot()
  const { own } = useOutletChoices()
  const outlet = own.find(({ id }) => id === outletId)
  if (!outlet) return null
  return (
    <Sheet
      outlet={outlet}
      shootId={from?.id ?? latest}
      words={strings.forEveryShootThatAdds}
      back={strings.allOutlets}
      leave={() => go('/outlets', { state: { from } })}
      save={(_words, next) => attempt(keepOutlet(next), strings.itCouldntBeSaved)}
    />
  )
}

/** An outlet as one shoot has it. */
export function ShootOutletPage() {
  const { shootId = '', outletId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  const outlet = view?.shoot.outlets.find(({ id }) => id === outletId)
  return view && outlet ? <OfShoot view={view} outlet={outlet} /> : <Lost />
}

function OfShoot({ view: { shoot }, outlet }: { view: ShootView; outlet: Outlet }) {
  const go = useGo()
  const keepForAll = async (): Promise<void> => {
    await keepOutlet(outlet)
    useNotices.getState().say(strings.isSavedForOtherShoots(outlet.name))
  }
  return (
    <Sheet
      outlet={outlet}
      shootId={shoot.id}
      words={strings.forOnlyChangeRemakesOnly(shoot.name)}
      back={strings.backToDeliver}
      leave={() => go(`/shoots/${shoot.id}/deliver`)}
      save={(words, next) =>
        attempt(
          perform({
            shootId: shoot.id,
            words: `${outlet.name}: ${words}`,
            edits: [
              put(
                'shoots',
                shoot.id,
                ['outlets'],
                shoot.outlets.map((other) => (other.id === outlet.id ? next : other)),
              ),
            ],
          }),
          strings.outletCouldntBeChanged,
        )
      }
    >
      <Action onClick={() => attempt(keepForAll(), strings.itCouldntBeSaved)}>
        {strings.saveForOtherShoots}
      </Action>
    </Sheet>
  )
}

interface Props {
  readonly outlet: Outlet
  /** The shoot by whose shots its rules are seen; null where there is none. */
  readonly shootId: string | null
  readonly words: string
  readonly back: string
  readonly leave: () => void
  readonly save: (words: string, outlet: Outlet) => void
  readonly children?: React.ReactNode
}

function Sheet({ outlet, shootId, words, back, leave, save, children }: Props) {
  useCommand('clear', leave)
  return (
    <Flex height="100%" minHeight="0">
      <Box flex="1" minWidth="0" overflowY="auto" paddingX="28px" paddingY="22px">
        <Box maxWidth="860px">
          <Flex align="center" gap="12px" marginBottom="4px">
            <NameInput
              key={outlet.name}
              name={outlet.name}
              save={(name) => save(strings.named(name), { ...outlet, name })}
            />
            <Box flex="1" />
            {children}
            <Action onClick={leave}>{back}</Action>
          </Flex>
          <Text color="softInk">{words}</Text>
          <OutletForm outlet={outlet} save={save} />
        </Box>
      </Box>
      <Box
        css={{ width: '452px', '@media (max-width: 1150px)': { width: '330px' } }}
        flex="none"
        overflowY="auto"
        background="paper"
        borderLeftWidth="1px"
        borderColor="hairline"
        padding="20px 22px"
      >
        <OutletSample outlet={outlet} shootId={shootId} />
      </Box>
    </Flex>
  )
}

function NameInput({ name, save }: { name: string; save: (name: string) => void }) {
  const [draft, setDraft] = useState(name)
  const take = (): void => {
    const next = draft.trim().slice(0, 60)
    if (next === '') setDraft(name)
    else if (next !== name) save(next)
  }
  return (
    <Input
      aria-label={strings.nameOfOutlet}
      fontFamily="heading"
      fontSize="24px"
      fontWeight="700"
      variant="flushed"
      width="380px"
      value={draft}
      maxLength={60}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
    />
  )
}
