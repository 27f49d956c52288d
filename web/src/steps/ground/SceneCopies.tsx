import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import type { Placement } from '@cloudbank/core/outlets'
import { MAX_PLACEMENTS } from '@cloudbank/core/steps'
import { database } from '../../data'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { Action } from '../../ui'
import { strings } from './strings'

/** Scenes are kept with their seed at the end of their name. */
const IS_SCENE = / \d+$/
/** Letters of a hash that tell one scene from another in an id. */
const ID_LETTERS = 8

/** Extra files of the first placement, each before another kept picture: several sets of one shot leave side by side. */
export function SceneCopies({ editor }: { readonly editor: BriefEditor }) {
  const kept =
    useLiveQuery(() => database.assets.filter(({ role }) => role === 'ground').toArray(), []) ?? []
  const { ground, finish } = editor.brief.steps
  const [first] = finish.placements
  if (!first || ground.behind.kind !== 'picture') return null
  const { behind } = ground
  const others = kept.filter(({ hash, name }) => hash !== behind.hash && IS_SCENE.test(name))
  if (others.length === 0) return null
  const idOf = (hash: string): string => `${first.id.slice(0, 70)}-${hash.slice(0, ID_LETTERS)}`
  const add = ({ hash, name }: { readonly hash: string; readonly name: string }): void => {
    const copy: Placement = {
      ...first,
      id: idOf(hash),
      name: strings.copyName(first.name, name).slice(0, 120),
      changes: {
        ...first.changes,
        ground: { ...first.changes.ground, behind: { ...behind, hash, name } },
      },
    }
    editor.set(strings.copyAdded(copy.name), 'finish', 'placements', [...finish.placements, copy])
  }
  return (
    <Box marginTop="10px">
      <Heading as="h3" fontSize="13px" fontWeight="700">
        {strings.otherSets}
      </Heading>
      <Text fontSize="12px" color="softInk" marginBottom="4px">
        {strings.otherSetsHint(first.name)}
      </Text>
      <Flex gap="6px" wrap="wrap">
        {others.map((one) =>
          finish.placements.some(({ id }) => id === idOf(one.hash)) ? (
            <Text key={one.hash} fontSize="12px" color="softInk">
              {strings.hasCopy(one.name)}
            </Text>
          ) : (
            <Action
              key={one.hash}
              disabled={finish.placements.length >= MAX_PLACEMENTS}
              onClick={() => add(one)}
            >
              {strings.addCopy(one.name)}
            </Action>
          ),
        )}
      </Flex>
    </Box>
  )
}
