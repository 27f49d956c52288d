import { makeWords } from '@cloudbank/core/shoot'
import { countStale, recipeOf, runBrief } from '../../work/model'
import { Box, chakra, Flex, Heading, Input, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { STEPS } from '@cloudbank/core/steps'
import { Lost } from '../../ui/Lost'
import { isSame, useShootView, type ShootView } from '../../data'
import { attempt } from '../../notices'
import { wordsToFind } from '../../settings'
import { Action } from '../../ui'
import { startRun, useRun } from '../../work/runs'
import { ChoiceSetting } from '../../ui/fields'
import { useBriefChoices } from '../../shoot'
import { KeepPart } from './KeepPart'
import { LivePictures } from './LivePictures'
import { StepPanel } from './StepPanel'
import { useBriefEditor } from '../../settings/useBriefEditor'
import { strings } from './strings'

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
  const going = runBrief({ ...briefRow, brief: editor.brief }, shoot)
  const recipe = { ...recipeOf(view), steps: going.brief.steps, look: editor.brief.steps }
  const toMake = countStale(shots, recipe, renditions)
  const choices = useBriefChoices()
  const chosen = choices.findIndex(({ brief }) => isSame(brief, editor.brief))
  const wanted = filter.trim().toLowerCase()
  const shown = STEPS.filter(({ id }) => wordsToFind(id).includes(wanted))
  return (
    <Box height="100%" overflowY="auto">
      <Flex
        direction={{ base: 'column-reverse', xl: 'row' }}
        maxWidth="1280px"
        marginX="auto"
        paddingX="28px"
        columnGap="28px"
        align={{ base: 'stretch', xl: 'flex-start' }}
      >
        <Box flex="1" minWidth="0" paddingBottom="24px">
          <chakra.h1 srOnly>{strings.briefOf(shoot.name)}</chakra.h1>
          <Flex
            align="center"
            gap="16px"
            marginBottom="6px"
            paddingTop="20px"
            paddingBottom="8px"
            position="sticky"
            top="0"
            background="sky"
            zIndex="1"
          >
            <NameField key={editor.brief.name} name={editor.brief.name} rename={editor.rename} />
            <Input
              aria-label={strings.findSetting}
              placeholder={strings.findSetting}
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
                    going,
                  ),
                  strings.runCouldntBeStarted,
                )
              }
            >
              {makeWords(toMake, shots.length * recipe.steps.finish.placements.length)}
            </Action>
          </Flex>
          <Text color="softInk" marginBottom="14px">
            {strings.forEveryShotOf} {shoot.name}
            {strings.changesTakeEffectWithNext}{' '}
            <Link to={`/shoots/${shoot.id}/brief/by-eye`}>
              <u>{strings.byEye}</u>
            </Link>
            .
          </Text>
          {wanted === '' && (
            <Box marginBottom="26px">
              <KeepPart editor={editor} />
              <ChoiceSetting
                label={strings.startFrom}
                hint={strings.replacesEverySettingBelowWith}
                value={chosen === -1 ? 'own' : String(chosen)}
                options={[
                  ...(chosen === -1 ? [{ value: 'own', words: editor.brief.name }] : []),
                  ...choices.map(({ words }, i) => ({ value: String(i), words })),
                ]}
                commit={(i) => {
                  const choice = choices[Number(i)]
                  if (choice) editor.replace(choice.brief)
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
          {shown.length === 0 && <Text>{strings.noMatchingSettings}</Text>}
        </Box>
        <Box
          width={{ base: '100%', xl: '240px' }}
          flexShrink="0"
          position={{ base: 'static', xl: 'sticky' }}
          top="0"
          paddingTop={{ base: '20px', xl: '84px' }}
        >
          <LivePictures view={view} brief={editor.brief} />
        </Box>
      </Flex>
    </Box>
  )
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
      aria-label={strings.nameOfBrief}
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
