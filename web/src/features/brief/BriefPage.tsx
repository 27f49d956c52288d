import { Box, chakra, Flex, Heading, Input, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { STARTING_BRIEFS } from '@cloudbank/core/brief'
import { STEPS } from '@cloudbank/core/steps'
import { Lost } from '../../app/Lost'
import { useShootView, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { wordsToFind } from '../../settings'
import { Action } from '../../ui'
import { recipeOf } from '../../work/recipe'
import { startRun, useRun } from '../../work/runs'
import { countStale, makeWords } from '../../work/stale'
import { ChoiceSetting } from './fields'
import { StepPanel } from './StepPanel'
import { useBriefEditor } from './useBriefEditor'

/** Every setting of the brief, grouped by step. */
export function BriefPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <BriefSettings view={view} />
}

function BriefSettings({ view }: { view: ShootView }) {
  const { shoot, shots, renditions, briefRow } = view
  const editor = useBriefEditor(shoot.id, briefRow)
  const [params] = useSearchParams()
  const [filter, setFilter] = useState(params.get('find') ?? '')
  const found = params.get('find')
  useEffect(() => {
    if (found !== null) setFilter(found)
  }, [found])
  const busy = useRun() !== null
  const recipe = { ...recipeOf(view), steps: editor.brief.steps }
  const toMake = countStale(shots, recipe, renditions)
  const wanted = filter.trim().toLowerCase()
  const shown = STEPS.filter(({ id }) => wordsToFind(id).includes(wanted))
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="960px" marginX="auto" paddingX="28px" paddingY="24px">
        <chakra.h1 srOnly>Brief of {shoot.name}</chakra.h1>
        <Flex align="center" gap="16px" marginBottom="6px">
          <NameField key={editor.brief.name} name={editor.brief.name} rename={editor.rename} />
          <Input
            aria-label="Find a setting"
            placeholder="Find a setting"
            size="xs"
            width="180px"
            value={filter}
            onChange={(event) => setFilter(event.target.value)}
          />
          <Action
            look="main"
            disabled={busy || toMake === 0}
            onClick={() =>
              attempt(
                startRun(
                  shoot.id,
                  shots.map(({ id }) => id),
                  { ...briefRow, brief: editor.brief },
                ),
                'The run could not begin',
              )
            }
          >
            {makeWords(toMake, shots.length * editor.brief.steps.finish.placements.length)}
          </Action>
        </Flex>
        <Text color="softInk" marginBottom="14px">
          For every shot of {shoot.name}. A change takes effect with the next run; what it puts out
          of date is made again, nothing else.
        </Text>
        {wanted === '' && (
          <Box marginBottom="26px">
            <ChoiceSetting
              label="Start from"
              hint="Puts every setting below as one of these briefs has it. Undo brings yours back."
              value={editor.brief.name}
              options={startingOptions(editor.brief.name)}
              commit={(name) => {
                const chosen = STARTING_BRIEFS.find((brief) => brief.name === name)
                if (chosen) editor.replace(chosen)
              }}
            />
          </Box>
        )}
        {shown.map(({ id, title }) => (
          <Box key={id} as="section" aria-label={title} marginBottom="26px">
            <Heading as="h2" fontSize="18px" fontWeight="700" marginBottom="6px">
              {title}
            </Heading>
            <StepPanel step={id} editor={editor} />
          </Box>
        ))}
        {shown.length === 0 && <Text>No setting of that name.</Text>}
      </Box>
    </Box>
  )
}

/** The starting briefs, and the present one where it has a name of its own. */
function startingOptions(name: string) {
  const names = STARTING_BRIEFS.map((brief) => brief.name)
  return [...(names.includes(name) ? [] : [name]), ...names].map((value) => ({
    value,
    words: value,
  }))
}

function NameField({ name, rename }: { name: string; rename: (name: string) => void }) {
  const [draft, setDraft] = useState(name)
  const take = (): void => {
    const next = draft.trim().slice(0, 80)
    if (next !== '' && next !== name) rename(next)
    else setDraft(name)
  }
  return (
    <Input
      aria-label="Name of the brief"
      value={draft}
      variant="flushed"
      flex="1"
      fontFamily="heading"
      fontSize="24px"
      fontWeight="750"
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
    />
  )
}
