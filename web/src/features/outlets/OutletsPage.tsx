import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import { readOutlet } from '@cloudbank/core/brief'
import type { Outlet } from '@cloudbank/core/outlets'
import { countOf } from '@cloudbank/core/words'
import { useGo } from '../../ui/useGo'
import { attempt, useNotices } from '../../notices'
import { copyOf, describeRules, dropOutlet, keepOutlet, useOutletChoices } from '../../outlet'
import { Action, JsonPicker } from '../../ui'
import { downloadJson } from '../../work/delivery'
import { strings } from './strings'
import { useCameFrom } from './useShootOf'

/** All outlets: a person's own, and those that come with Cloudbank. */
export function OutletsPage() {
  const go = useGo()
  const from = useCameFrom()
  const { own, ready } = useOutletChoices()
  const all = [...own, ...ready]
  const addCopy = async (outlet: Outlet): Promise<void> => {
    const copy = copyOf(outlet, all)
    await keepOutlet(copy)
    go(`/outlets/${copy.id}`, { state: { from } })
  }
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="860px" marginX="auto" paddingX="28px" paddingY="22px">
        <Flex align="center" gap="12px" marginBottom="4px">
          <Heading as="h1" fontSize="26px" fontWeight="750" flex="1">
            {strings.outlets}
          </Heading>
          <JsonPicker
            label={strings.outletsFile}
            onData={(name, data) => takeIn(name, data, all)}
          />
          <Action look="main" onClick={() => attempt(addCopy(fresh()), strings.itCouldntBeSaved)}>
            {strings.newOutlet}
          </Action>
        </Flex>
        {from && (
          <Text marginBottom="6px">
            <Link to={`/shoots/${from.id}/deliver`}>
              <u>{strings.backTo(from.name)}</u>
            </Link>
          </Text>
        )}
        <Text color="softInk" marginBottom="16px">
          {strings.wherePicturesGoAndWhat}
        </Text>
        {own.length > 0 && <Part title={strings.yourOwn} />}
        {own.map((outlet) => (
          <Row key={outlet.id} outlet={outlet}>
            <Link to={`/outlets/${outlet.id}`} state={{ from }}>
              <u>{strings.open}</u>
            </Link>
            <Action look="quiet" onClick={() => attempt(addCopy(outlet))}>
              {strings.duplicate}
            </Action>
            <Action look="quiet" onClick={() => save(outlet)}>
              {strings.saveAsFile}
            </Action>
            <Action look="quiet" onClick={() => attempt(removeAndSay(outlet))}>
              {strings.delete}
            </Action>
          </Row>
        ))}
        <Part title={strings.builtIn} />
        {ready.map((outlet) => (
          <Row key={outlet.id} outlet={outlet}>
            <Action look="quiet" onClick={() => attempt(addCopy(outlet))}>
              {strings.duplicateToChange}
            </Action>
            <Action look="quiet" onClick={() => save(outlet)}>
              {strings.saveAsFile}
            </Action>
          </Row>
        ))}
      </Box>
    </Box>
  )
}

const Part = ({ title }: { title: string }) => (
  <Heading as="h2" fontSize="16px" marginTop="18px" marginBottom="4px">
    {title}
  </Heading>
)

function Row({ outlet, children }: { outlet: Outlet; children: React.ReactNode }) {
  return (
    <Flex
      align="center"
      gap="8px"
      paddingY="8px"
      borderTopWidth="1px"
      borderColor="hairline"
      data-outlet={outlet.id}
    >
      <Box flex="1" minWidth="0">
        <Text fontWeight="650">{outlet.name}</Text>
        <Text fontSize="12px" color="softInk">
          {countOf(outlet.placements.length, 'placement')}:{' '}
          {outlet.placements.map(({ name, longSidePx }) => `${name} ${longSidePx} px`).join(', ')}
        </Text>
        <Text fontSize="12px" color="softInk">
          {describeRules(outlet) || strings.acceptsEverything}
        </Text>
      </Box>
      {children}
    </Flex>
  )
}

const fresh = (): Outlet => {
  const read = readOutlet({
    id: 'outlet',
    name: 'Outlet',
    placements: [{ id: 'page', name: 'page', longSidePx: 1200 }],
  })
  if (!read.ok) throw new TypeError(read.problems.join('; '))
  return read.outlet
}

const save = (outlet: Outlet): void => downloadJson(outlet, `${outlet.id}.outlet.json`)

async function takeIn(fileName: string, data: unknown, all: readonly Outlet[]): Promise<void> {
  const { need, say } = useNotices.getState()
  const read = readOutlet(data)
  if (!read.ok) return need(strings.isntValidOutlet(fileName, read.problems.slice(0, 3).join('; ')))
  const { outlet } = read
  const isTaken = all.some(({ id }) => id === outlet.id)
  await keepOutlet(isTaken ? copyOf(outlet, all) : outlet)
  say(strings.imported(outlet.name, isTaken ? ', next to the one with the same name' : ''))
}

/** Deletes an outlet of the library; shoots keep theirs. */
async function removeAndSay(outlet: Outlet): Promise<void> {
  await dropOutlet(outlet)
  useNotices.getState().say(strings.deletedShootsThatUseIt(outlet.name), {
    words: strings.undo,
    act: () => attempt(keepOutlet(outlet)),
  })
}
