import { Box, Flex, Switch, Text } from '@chakra-ui/react'
import { SHADES, TIDY_LOOKS, type Retouch, type RetouchOf, type Shade } from '@cloudbank/core/steps'
import { countOf, formatPercent } from '@cloudbank/core/words'
import { keyLabel } from '../../keys/keys'
import { Action, Attention, Key, Slider } from '../../ui'
import { NumberInput } from '../../ui/fields'
import { LevelChoice, StepControls } from '../../stage/controls'
import { BrushSize, HandList, Part, type HandActions } from '../../stage/hand'
import type { Bench } from '../../stage/bench'
import { FindingList } from '../../stage/FindingList'
import type { Borrowed } from './borrowed'
import type { TidyDrawing } from './useTidyView'
import { BRUSHES, LOOK_WORDS, STRAINS, TOOLS, useTidyTools, WITH_STRENGTH } from './tidyTools'
import { strings } from './strings'

interface Props {
  readonly bench: Bench
  readonly drawn: TidyDrawing | null
  readonly works: HandActions<Retouch>
  readonly borrowed: Borrowed
}

/** What was found and done, how it is looked at, and the tool in hand. */
export function TidyPanel({ bench, drawn, works, borrowed }: Props) {
  return (
    <Box
      data-took={drawn ? Math.round(drawn.tookMs) : undefined}
      data-works={Object.values(works.all).filter(({ hidden }) => !hidden).length}
    >
      <Found bench={bench} drawn={drawn} />
      <ToolPart works={works} borrowed={borrowed} />
      {drawn?.facts.calmsTexture && (
        <Flex align="center" gap="8px" fontSize="12px" role="status" paddingBottom="8px">
          <Attention />
          <Text>{strings.smoothedSurfaceHasTextureCheck}</Text>
        </Flex>
      )}
      <Box paddingTop="8px" borderTopWidth="1px" borderColor="hairline">
        <LevelChoice editor={bench.editor} step="tidy" />
      </Box>
      <StepControls
        step="tidy"
        own={{}}
        editor={bench.editor}
        view={bench.view}
        shot={bench.shot}
      />
      <Looks />
      <HandList listed={works} />
      <FindingList view={bench.view} shot={bench.shot} shown={bench.rendition} />
    </Box>
  )
}

function Found({ bench, drawn }: Pick<Props, 'bench' | 'drawn'>) {
  const { marks, strokes } = useTidyTools()
  const { specks } = bench.editor.steps.tidy
  const refused = drawn?.facts.specks.filter(({ isRefused }) => isRefused).length ?? 0
  const found = (drawn?.facts.specks.length ?? 0) - refused
  const named = new Map(bench.editor.placements.map(({ id, name }) => [id, name]))
  return (
    <Part title={strings.found}>
      <Text fontSize="12px" data-testid="found">
        {specks === 'none'
          ? strings.notSearchedForChooseBelow
          : drawn
            ? `${countOf(found, 'speck')} found${refused > 0 ? strings.rejected(refused) : ''}.`
            : strings.searching}
      </Text>
      {specks !== 'none' && drawn && (
        <Box
          as="ul"
          listStyleType="none"
          fontSize="12px"
          color="softInk"
          aria-label={strings.visibleAt}
        >
          {drawn.facts.seenAt.map(({ placementId, count }) => (
            <li key={placementId}>
              {named.get(placementId) ?? placementId}: {count} {strings.visible}
            </li>
          ))}
        </Box>
      )}
      <Toggle
        label={strings.markDirt}
        value={marks}
        set={(on) => useTidyTools.setState({ marks: on })}
      />
      <Toggle
        label={strings.showStrokes}
        value={strokes}
        set={(on) => useTidyTools.setState({ strokes: on })}
      />
    </Part>
  )
}

function Toggle(props: { label: string; value: boolean; set: (on: boolean) => void }) {
  return (
    <Flex align="center" justify="space-between" minHeight="26px">
      <Text fontSize="12px">{props.label}</Text>
      <Switch.Root
        size="sm"
        checked={props.value}
        onCheckedChange={({ checked }) => props.set(checked)}
      >
        <Switch.HiddenInput aria-label={props.label} />
        <Switch.Control />
      </Switch.Root>
    </Flex>
  )
}

function Looks() {
  const { look, strain, shade, band } = useTidyTools()
  return (
    <Part title={strings.view} aside={<Key>{keyLabel('look')}</Key>}>
      <Choices
        label={strings.view}
        options={TIDY_LOOKS.map((id) => ({ id, word: LOOK_WORDS[id] }))}
        chosen={look}
        choose={(id) => useTidyTools.setState({ look: id })}
      />
      {look === 'swept' && (
        <Text fontSize="12px" color="softInk">
          {strings.lighterAreasAreSweptMore}
        </Text>
      )}
      {look === 'strain' && (
        <Choices
          label={strings.strain}
          options={STRAINS.map(({ word }, i) => ({ id: i as 0 | 1 | 2, word }))}
          chosen={strain}
          choose={(id) => useTidyTools.setState({ strain: id })}
        />
      )}
      <Choices
        label={strings.light}
        options={(Object.keys(SHADES) as Shade[]).map((id) => ({ id, word: id }))}
        chosen={shade}
        choose={(id) => useTidyTools.setState({ shade: id })}
      />
      {(look === 'tone' || look === 'grain') && <BandSlider band={band} />}
    </Part>
  )
}

interface ChoicesProps<Id> {
  readonly label: string
  readonly options: readonly { readonly id: Id; readonly word: string }[]
  readonly chosen: Id
  readonly choose: (id: Id) => void
}

function Choices<Id extends string | number>({ label, options, chosen, choose }: ChoicesProps<Id>) {
  return (
    <Flex wrap="wrap" gap="2px" role="radiogroup" aria-label={label}>
      {options.map(({ id, word }) => (
        <Action
          key={id}
          look={chosen === id ? 'main' : 'quiet'}
          role="radio"
          aria-checked={chosen === id}
          onClick={() => choose(id)}
        >
          {word}
        </Action>
      ))}
    </Flex>
  )
}

const BandSlider = ({ band }: { band: number }) => (
  <Slider
    label={strings.grainIsFinerThan}
    reading={`${(band * 2000).toFixed(1)} px`}
    value={band}
    min={0.0005}
    max={0.03}
    step={0.0005}
    onChange={(next) => useTidyTools.setState({ band: next })}
  />
)

/** What the tool in hand does, and how. */
function ToolPart({ works, borrowed }: Pick<Props, 'works' | 'borrowed'>) {
  const hand = useTidyTools()
  const tool = TOOLS.find(({ id }) => id === hand.tool)!
  return (
    <Part title={tool.word}>
      <Text fontSize="12px" color="softInk" marginBottom="4px">
        {tool.hint}
      </Text>
      {(BRUSHES.has(tool.id) || (tool.id === 'borrow' && hand.borrowing !== 'choose')) && (
        <BrushSize
          radius={hand.radius}
          hardness={hand.hardness}
          set={(change) => useTidyTools.setState(change)}
        />
      )}
      {WITH_STRENGTH.has(tool.id) && (
        <Slider
          label={strings.strength}
          reading={formatPercent(hand.strength, 0)}
          value={hand.strength}
          min={0.05}
          max={1}
          step={0.05}
          onChange={(strength) => useTidyTools.setState({ strength })}
        />
      )}
      {(tool.id === 'tone' || tool.id === 'grain') && <BandSlider band={hand.band} />}
      {tool.id === 'borrow' && <BorrowPart works={works} borrowed={borrowed} />}
    </Part>
  )
}

const OUTLINING = [
  { id: 'box', word: strings.rectangle },
  { id: 'hand', word: strings.freehand },
] as const
const BORROWING = [
  { id: 'choose', word: strings.chooseArea },
  { id: 'out', word: strings.paintOut },
  { id: 'in', word: strings.paintIn },
] as const

function BorrowPart({ works, borrowed: { all, chosen } }: Pick<Props, 'works' | 'borrowed'>) {
  const { outlining, borrowing } = useTidyTools()
  const change = (words: string, more: Partial<RetouchOf<'borrow'>>): void => {
    if (chosen) works.change(chosen.id, words, { ...chosen.work, ...more })
  }
  return (
    <>
      <Choices
        label={strings.drawItAs}
        options={OUTLINING}
        chosen={outlining}
        choose={(id) => useTidyTools.setState({ outlining: id, area: null })}
      />
      {chosen && (
        <>
          {all.length > 1 && (
            <Choices
              label={strings.placedAreas}
              options={all.map(({ id }, i) => ({ id, word: strings.area(i + 1) }))}
              chosen={chosen.id}
              choose={(id) => useTidyTools.setState({ borrowed: id })}
            />
          )}
          <Choices
            label={all.length > 1 ? strings.thisArea : strings.theArea}
            options={BORROWING}
            chosen={borrowing}
            choose={(id) => useTidyTools.setState({ borrowing: id })}
          />
          <Flex align="center" gap="8px" fontSize="12px" marginTop="4px">
            <Text>{strings.turned}</Text>
            <NumberInput
              label={strings.turnOfArea}
              unit="°"
              width="56px"
              min={-180}
              max={180}
              step={0.1}
              value={chosen.work.turnDeg}
              onProblem={() => undefined}
              commit={(turnDeg) =>
                turnDeg !== null && change(strings.areaTurned(turnDeg), { turnDeg })
              }
            />
            <Text>{strings.size}</Text>
            <NumberInput
              label={strings.sizeOfArea}
              unit="%"
              width="56px"
              min={10}
              max={1000}
              value={Math.round(chosen.work.scale * 100)}
              onProblem={() => undefined}
              commit={(pct) => pct !== null && change(strings.areaAt(pct), { scale: pct / 100 })}
            />
          </Flex>
          <Toggle
            label={strings.mirrored}
            value={chosen.work.mirrored}
            set={(mirrored) =>
              change(mirrored ? strings.areaMirrored : strings.areaAsItWas, { mirrored })
            }
          />
          <Toggle
            label={strings.matchesTone}
            value={chosen.work.matched}
            set={(matched) =>
              change(matched ? strings.toneMatched : strings.toneAsItWas, { matched })
            }
          />
        </>
      )}
    </>
  )
}
