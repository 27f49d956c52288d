import { Box, Flex, Switch, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { SHADES, TIDY_LOOKS, type Retouch, type RetouchOf, type Shade } from '@cloudbank/core/steps'
import { countOf, formatPercent } from '@cloudbank/core/words'
import { keyLabel } from '../../keys/keys'
import { Attention, Key, Slider } from '../../ui'
import { NumberInput } from '../../ui/fields'
import { seenAlone, type Bench } from '../../stage/bench'
import { StepControls } from '../../stage/controls'
import { Choices, DeskPart, ToolGrid } from '../../stage/desk'
import { BrushSize, HandList, type HandActions } from '../../stage/hand'
import { FindingList } from '../../stage/FindingList'
import type { Borrowed } from './borrowed'
import { MarksFound } from './MarksFound'
import type { TidyDrawing } from './useTidyView'
import { BRUSHES, LOOK_WORDS, STRAINS, TOOLS, useTidyTools, WITH_STRENGTH } from './tidyTools'
import { strings } from './strings'

interface Props {
  readonly bench: Bench
  readonly drawn: TidyDrawing | null
  /** Whether what was drawn is not yet by what is set. */
  readonly isSearching: boolean
  readonly works: HandActions<Retouch>
  readonly borrowed: Borrowed
}

/** Tidy's desk: what was found, the tool in hand, how it is cleaned, what was done by hand. */
export function TidyDesk({ bench, drawn, isSearching, works, borrowed }: Props) {
  return (
    <>
      <Found bench={bench} drawn={drawn} isSearching={isSearching} works={works} />
      <ToolPart bench={bench} works={works} borrowed={borrowed}>
        {drawn?.facts.calmsTexture && (
          <Flex align="center" gap="8px" fontSize="12px" role="status" paddingBottom="8px">
            <Attention />
            <Text>{strings.smoothedSurfaceHasTextureCheck}</Text>
          </Flex>
        )}
      </ToolPart>
      <StepControls
        step="tidy"
        own={{}}
        width={190}
        editor={bench.editor}
        view={bench.view}
        shot={bench.shot}
      />
      <HandList listed={works} />
    </>
  )
}

function Found({ bench, drawn, isSearching, works }: Omit<Props, 'borrowed'>) {
  const { specks } = bench.editor.steps.tidy
  const marks = drawn?.facts.specks ?? []
  const rejected = marks.filter(({ standing }) => standing === 'rejected').length
  const found = marks.length - rejected
  const named = new Map(bench.editor.placements.map(({ id, name }) => [id, name]))
  return (
    <DeskPart title={strings.found} width={296} grow={2}>
      <Text
        fontSize="12px"
        data-testid="found"
        data-took={drawn ? Math.round(drawn.tookMs) : undefined}
        data-works={Object.values(works.all).filter(({ hidden }) => !hidden).length}
      >
        {specks === 'none'
          ? strings.notSearchedForChooseBeside
          : drawn && !isSearching
            ? `${countOf(found, 'speck')} found${rejected > 0 ? strings.rejected(rejected) : ''}.`
            : strings.searching}
      </Text>
      {specks !== 'none' && drawn && !isSearching && (
        <>
          <Flex
            as="ul"
            gap="2px 12px"
            wrap="wrap"
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
          </Flex>
          <MarksFound bench={bench} marks={marks} />
        </>
      )}
      <Box marginTop="8px">
        <FindingList view={bench.view} shot={bench.shot} shown={bench.rendition} />
      </Box>
    </DeskPart>
  )
}

function Toggle(props: { label: string; value: boolean; set: (on: boolean) => void }) {
  return (
    <Flex align="center" gap="6px" minHeight="24px">
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

/** How the picture is looked at. */
export function TidyViews() {
  const { look, strain, shade, band, marks, strokes } = useTidyTools()
  return (
    <Box paddingY="4px">
      <Choices
        label={strings.view}
        options={TIDY_LOOKS.map((id) => ({ id, word: LOOK_WORDS[id] }))}
        chosen={look}
        choose={(id) => useTidyTools.setState({ look: id })}
      >
        <Key>{keyLabel('look')}</Key>
      </Choices>
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
      >
        <Box width="10px" />
        <Toggle
          label={strings.markDirt}
          value={marks}
          set={(on) => useTidyTools.setState({ marks: on })}
        />
        <Box width="10px" />
        <Toggle
          label={strings.showStrokes}
          value={strokes}
          set={(on) => useTidyTools.setState({ strokes: on })}
        />
      </Choices>
      {(look === 'tone' || look === 'grain') && <BandSlider band={band} />}
    </Box>
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
function ToolPart(
  props: Pick<Props, 'bench' | 'works' | 'borrowed'> & { readonly children: ReactNode },
) {
  const { bench, works, borrowed } = props
  const hand = useTidyTools()
  const tool = TOOLS.find(({ id }) => id === hand.tool)!
  return (
    <DeskPart title={strings.byHand} width={304} grow={1}>
      <ToolGrid
        label={strings.byHand}
        tools={TOOLS}
        chosen={hand.tool}
        take={(id) => {
          useTidyTools.setState({ tool: id })
          seenAlone(bench)
        }}
      />
      {props.children}
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
    </DeskPart>
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
