import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import type { Plan } from '@cloudbank/core/brief'
import { CUT_LOOKS, type CutFacts, type Repair } from '@cloudbank/core/steps'
import { formatPercent, formatSigned } from '@cloudbank/core/words'
import { keyLabel } from '../../keys/keys'
import { attempt } from '../../notices'
import { sharedPreviewer } from '../../preview'
import { Action, Key, Slider } from '../../ui'
import { StepControls } from '../../stage/controls'
import { seenAlone, type Bench } from '../../stage/bench'
import { Choices, DeskPart, ToolGrid } from '../../stage/desk'
import { FindingList } from '../../stage/FindingList'
import { BrushSize, HandList, type HandActions } from '../../stage/hand'
import { LOOK_WORDS, TOOLS, useCutTools } from './cutTools'
import { PlacesToCheck } from './PlacesToCheck'
import { SaveCutOut } from './SaveCutOut'
import { traceOf } from './traceOf'
import type { Doubts } from './useDoubts'
import type { PathEditor } from './usePathEditor'
import { strings } from './strings'

interface Props {
  readonly bench: Bench
  /** The plan with the repairs that are being drawn. */
  readonly plan: Plan
  readonly facts: CutFacts | null
  /** How long the last drawing took, in ms. */
  readonly tookMs: number | null
  readonly repairs: HandActions<Repair>
  /** Number of repairs that count. */
  readonly done: number
  readonly path: PathEditor
  readonly doubts: Doubts
}

/** What is known of a cut, the tool in hand, and what was done to it. */
export function CutDesk(props: Props) {
  const { bench, plan, facts, repairs, done, path, doubts } = props
  return (
    <>
      <DeskPart title={strings.placesLabel} width={296} grow={2}>
        <Text
          fontSize="12px"
          data-took={props.tookMs === null ? undefined : Math.round(props.tookMs)}
          data-repairs={done}
        >
          {describe(facts)}
        </Text>
        <PlacesToCheck bench={bench} plan={plan} doubts={doubts} />
        <Box marginTop="8px">
          <FindingList view={bench.view} shot={bench.shot} shown={bench.rendition} />
        </Box>
      </DeskPart>
      <ToolPart path={path} bench={bench} plan={plan} facts={facts} />
      <StepControls
        step="cut"
        own={{}}
        width={180}
        editor={bench.editor}
        view={bench.view}
        shot={bench.shot}
      />
      <HandList listed={repairs}>
        <SaveCutOut bench={bench} plan={plan} facts={facts} />
      </HandList>
    </>
  )
}

/** How the cut is looked at. */
export function CutViews() {
  const { look } = useCutTools()
  return (
    <Choices
      label={strings.viewOn}
      options={CUT_LOOKS.map((id) => ({ id, word: LOOK_WORDS[id] }))}
      chosen={look}
      choose={(id) => useCutTools.setState({ look: id })}
    >
      <Key>{keyLabel('look')}</Key>
    </Choices>
  )
}

/** What a path is made from. */
function PathDeeds({ bench, plan, facts, path }: Pick<Props, 'bench' | 'plan' | 'facts' | 'path'>) {
  return (
    <Flex gap="4px" wrap="wrap" marginLeft="-6px" align="center">
      <Action
        look="quiet"
        disabled={facts?.kind !== 'cut'}
        onClick={() => attempt(traceInto(bench, plan, path), strings.outlineCouldntBeTraced)}
      >
        {strings.traceFromCut}
      </Action>
      <Action
        look="quiet"
        disabled={path.outlines.length === 0}
        title={strings.movesPathToStrongestEdges}
        onClick={() => attempt(snap(bench, path), strings.pathCouldntBeMovedTo)}
      >
        {strings.snapToEdges}
      </Action>
      <Action
        look="quiet"
        disabled={path.outlines.length === 0}
        onClick={() => path.setOutlines('Path deleted', [])}
      >
        {strings.delete}
      </Action>
      {path.outlines.length > 0 && (
        <Text fontSize="12px" color="softInk">
          {path.outlines.length === 1 ? strings.n1Outline : strings.outlines(path.outlines.length)},{' '}
          {path.outlines.reduce((sum, { length }) => sum + length, 0)} {strings.nodes}
        </Text>
      )}
    </Flex>
  )
}

function describe(facts: CutFacts | null): string {
  if (!facts) return strings.notCutYet
  if (facts.kind === 'uncut')
    return facts.reason === 'no-product'
      ? strings.noProductFoundLeftUncut
      : strings.runsOutOfFrameLeft
  if (facts.confidence01 === null) return strings.repairedByHand
  const unsure = facts.doubts.length
  const sure = strings.likelyToBeRight(formatPercent(facts.confidence01, 0))
  if (unsure === 0) return `${sure}.`
  return `${sure}, ${unsure === 1 ? strings.onePlaceToCheck : strings.placesToCheck(unsure)}.`
}

async function traceInto(bench: Bench, plan: Plan, path: PathEditor): Promise<void> {
  const outlines = await traceOf(bench, plan)
  if (!outlines) return
  path.setOutlines(strings.pathTracedFromCut, outlines)
  useCutTools.setState({ tool: 'path' })
}

async function snap({ picture }: Bench, path: PathEditor): Promise<void> {
  if (!picture) return
  const request = { kind: 'snap', picture: picture.name, outlines: path.outlines } as const
  path.setOutlines(strings.pathSnappedToEdges, await sharedPreviewer().ask<'snap'>(request))
}

const BRUSHED = ['keep', 'drop', 'paint', 'erase', 'seeThrough', 'edge']

/** The tools, what the one in hand does, and its size. */
function ToolPart(props: Pick<Props, 'bench' | 'plan' | 'facts' | 'path'>) {
  const hand = useCutTools()
  const tool = TOOLS.find(({ id }) => id === hand.tool)!
  return (
    <DeskPart title={strings.repair} width={380} grow={1}>
      <ToolGrid
        label={strings.repair}
        tools={TOOLS}
        chosen={hand.tool}
        take={(id) => {
          useCutTools.setState({ tool: id })
          seenAlone(props.bench)
        }}
      />
      <Text fontSize="12px" color="softInk" marginBottom="6px">
        {tool.hint}
      </Text>
      <Grid gridTemplateColumns="1fr 1fr" gap="0 16px">
        {BRUSHED.includes(tool.id) && (
          <BrushSize
            radius={hand.radius}
            hardness={hand.hardness}
            set={(change) => useCutTools.setState(change)}
          />
        )}
        {tool.id === 'edge' && (
          <>
            <Slider
              label={strings.expandOrContract}
              reading={`${formatSigned(hand.shift, 1)} px`}
              value={hand.shift}
              min={-10}
              max={10}
              step={0.5}
              onChange={(shift) => useCutTools.setState({ shift })}
            />
            <Slider
              label={strings.soften}
              reading={`${hand.soften.toFixed(1)} px`}
              value={hand.soften}
              min={0}
              max={10}
              step={0.5}
              onChange={(soften) => useCutTools.setState({ soften })}
            />
          </>
        )}
      </Grid>
      {tool.id === 'path' && <PathDeeds {...props} />}
    </DeskPart>
  )
}
