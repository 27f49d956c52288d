import { findingsByKind, verdictWords } from '@cloudbank/core/shoot'
import { findingsOf, isChangedSince, recipeOf } from '../../work/model'
import { Box, Flex, Text } from '@chakra-ui/react'
import { memo, useMemo } from 'react'
import { CUT_OUT_FORMATS, type CutOutFormat } from '@cloudbank/core/cutOut'
import type { ShootView, Shot } from '../../data'
import { Action, Choose } from '../../ui'
import { useBriefChoices } from '../../shoot'
import { attempt } from '../../notices'
import { giveBrief } from '../../work/giveBrief'
import { FindingWhy } from '../../ui'
import { shotFacts, touchesOf } from '../../work/shotFacts'
import { Thumb } from '../../preview'
import type { SheetModel } from './useSheetModel'
import { strings } from './strings'

const SAVED_AS = Object.entries(CUT_OUT_FORMATS).map(([id, { word }]) => ({
  id: id as CutOutFormat, // its keys are the formats
  words: word,
}))
const OWN_BRIEF = 'own'
/** Pictures of a selection that are shown. */
const SHOWN = 4

/** The shots that are selected, or the one that has the keys: what they are, why they want a look, what can be done. */
export function ShotsPart({ view, model }: { view: ShootView; model: SheetModel }) {
  const { selected, focused } = model
  const shots = selected.length > 0 ? selected : focused ? [focused] : []
  const [first] = shots
  if (!first) return null
  return (
    <Box paddingBottom="12px" marginBottom="14px" borderBottomWidth="1px" borderColor="hairline">
      <Text fontWeight="700" fontSize="15px" overflowWrap="anywhere">
        {selected.length > 0 ? strings.selected(selected.length) : first.fileName}
      </Text>
      {selected.length === 1 && (
        <Text color="softInk" fontFamily="mono" fontSize="12px" overflowWrap="anywhere">
          {first.fileName}
        </Text>
      )}
      {shots.length > 1 && (
        <Flex gap="4px" marginTop="8px">
          {shots.slice(0, SHOWN).map((shot) => (
            <Thumb key={shot.id} shot={shot} view={view} px={54} />
          ))}
          {shots.length > SHOWN && <Text color="softInk">…</Text>}
        </Flex>
      )}
      <Deeds view={view} model={model} />
      {shots.length === 1 && <OneShot view={view} shot={first} />}
      {shots.length > 1 && <SeveralShots view={view} shots={shots} />}
    </Box>
  )
}

/** What can be done with a selection. */
function Deeds({ view, model }: { view: ShootView; model: SheetModel }) {
  const { selected, clear, even, removeSelected, assign, saveCutOuts } = model
  const choices = useBriefChoices()
  if (selected.length === 0) return null
  return (
    <Box marginTop="4px" marginBottom="6px" marginLeft="-6px">
      <Flex gap="2px" wrap="wrap">
        <Action look="quiet" onClick={clear}>
          {strings.clear}
        </Action>
        <Action look="quiet" disabled={selected.length < 2} onClick={() => even(selected)}>
          {strings.evenOut}
        </Action>
        <Action look="quiet" onClick={removeSelected}>
          {strings.remove}
        </Action>
      </Flex>
      {view.products.size > 0 && (
        <Choose
          words={strings.toProduct}
          options={[...view.products.values()].map(({ sku, name }) => ({
            id: sku,
            words: `${sku} ${name}`,
          }))}
          onChoose={(sku) => assign(selected, sku)}
        />
      )}
      <Choose
        words={strings.useAnotherBrief}
        options={[
          { id: OWN_BRIEF, words: strings.shootsOwn(view.briefRow.brief.name) },
          ...choices.map(({ words }, i) => ({ id: String(i), words })),
        ]}
        onChoose={(id) => {
          const brief = id === OWN_BRIEF ? view.briefRow.brief : choices[Number(id)]?.brief
          if (brief) attempt(giveBrief(selected, view, brief), strings.itCouldntBeApplied)
        }}
      />
      <Choose words={strings.saveCutOuts} options={SAVED_AS} onChoose={saveCutOuts} />
    </Box>
  )
}

/** Facts, findings and touches of one shot. */
function OneShot({ view, shot }: { view: ShootView; shot: Shot }) {
  const findings = useMemo(() => findingsByKind(findingsOf(shot, view)), [shot, view])
  const touches = touchesOf(shot)
  return (
    <>
      {shot.verdict && (
        <Text marginTop="6px" fontWeight="650">
          {verdictWords(shot.verdict)}
          {isChangedSince(shot, recipeOf(view)) && strings.changedSinceLabel}
        </Text>
      )}
      {shot.failure && <Text marginTop="6px">{strings.notMadeWithFailure(shot.failure)}</Text>}
      <Box marginTop="8px" fontSize="12px">
        {findings.map((kind) => (
          <FindingWhy key={kind[0].code} findings={kind} />
        ))}
      </Box>
      <Facts rows={shotFacts(shot, view)} />
      {touches.length > 0 && <Facts rows={[['Overrides', touches.join(', ')]]} />}
    </>
  )
}

/** What several shots have in common, and by how many each finding is shared. */
function SeveralShots({ view, shots }: { view: ShootView; shots: readonly Shot[] }) {
  const counts = new Map<string, number>()
  for (const shot of shots)
    for (const words of touchesOf(shot)) counts.set(words, (counts.get(words) ?? 0) + 1)
  const facts = shots.map((shot) => new Map(shotFacts(shot, view)))
  const rows = [...(facts[0]?.keys() ?? [])].map((name): readonly [string, string] => {
    const values = [...new Set(facts.flatMap((each) => each.get(name) ?? []))]
    return [name, values.length > 3 ? `${values.length} different` : values.join(', ')]
  })
  const touched = [...counts].map(([words, count]) => `${words} on ${count}`)
  return (
    <>
      <Facts rows={rows} />
      {touched.length > 0 && <Facts rows={[['Overrides', touched.join(', ')]]} />}
    </>
  )
}

function Facts({ rows }: { rows: readonly (readonly [string, string])[] }) {
  return (
    <Box as="dl" marginTop="4px" fontSize="12px">
      {rows.map(([name, value]) => (
        <Fact key={name} name={name} value={value} />
      ))}
    </Box>
  )
}

const Fact = memo(function Fact({ name, value }: { name: string; value: string }) {
  return (
    <Flex
      gap="10px"
      paddingY="4px"
      borderTopWidth="1px"
      borderColor="hairline"
      justify="space-between"
    >
      <Text as="dt" flex="none" color="softInk">
        {name}
      </Text>
      <Text as="dd" fontFamily="mono" textAlign="right" overflowWrap="anywhere">
        {value}
      </Text>
    </Flex>
  )
})
