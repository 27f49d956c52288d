import { Box, Flex, Text } from '@chakra-ui/react'
import type { Plan } from '@cloudbank/core/brief'
import { CUT_LOOKS, type CutFacts, type Repair } from '@cloudbank/core/steps'
import { formatPercent, formatSigned } from '@cloudbank/core/words'
import { keyLabel } from '../../keys/keys'
import { attempt } from '../../notices'
import { sharedPreviewer } from '../../preview'
import { Action, Key, Slider } from '../../ui'
import { LevelChoice, StepControls } from '../../stage/controls'
import type { Bench } from '../../stage/bench'
import { FindingList } from '../../stage/FindingList'
import { BrushSize, HandList, Part, type HandActions } from '../../stage/hand'
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
export function CutPanel(props: Props) {
  const { bench, plan, facts, repairs, done, path, doubts } = props
  const { look } = useCutTools()
  return (
    <Box
      data-took={props.tookMs === null ? undefined : Math.round(props.tookMs)}
      data-repairs={done}
    >
      <Part title={strings.cut}>
        <Text fontSize="12px">{describe(facts)}</Text>
        <PlacesToCheck doubts={doubts} />
      </Part>
      <Part title={strings.viewOn} aside={<Key>{keyLabel('look')}</Key>}>
        <Flex wrap="wrap" gap="2px" role="radiogroup" aria-label={strings.viewOn}>
          {CUT_LOOKS.map((id) => (
            <Action
              key={id}
              look={look === id ? 'main' : 'quiet'}
              role="radio"
              aria-checked={look === id}
              onClick={() => useCutTools.setState({ look: id })}
            >
              {LOOK_WORDS[id]}
            </Action>
          ))}
        </Flex>
      </Part>
      <ToolPart />
      <Part title={strings.path}>
        <Flex gap="4px" wrap="wrap" marginLeft="-6px">
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
        </Flex>
        {path.outlines.length > 0 && (
          <Text fontSize="12px" color="softInk">
            {path.outlines.length === 1
              ? strings.n1Outline
              : strings.outlines(path.outlines.length)}
            , {path.outlines.reduce((sum, { length }) => sum + length, 0)} {strings.nodes}
          </Text>
        )}
      </Part>
      <HandList listed={repairs} />
      <Box paddingTop="8px" borderTopWidth="1px" borderColor="hairline">
        <LevelChoice editor={bench.editor} step="cut" />
      </Box>
      <StepControls step="cut" own={{}} editor={bench.editor} view={bench.view} shot={bench.shot} />
      <SaveCutOut bench={bench} plan={plan} facts={facts} />
      <FindingList view={bench.view} shot={bench.shot} shown={bench.rendition} />
    </Box>
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

const BRUSHED = ['keep', 'drop', 'paint', 'erase', 'edge']

/** What the tool in hand does, and its size. */
function ToolPart() {
  const hand = useCutTools()
  const tool = TOOLS.find(({ id }) => id === hand.tool)!
  return (
    <Part title={tool.word}>
      <Text fontSize="12px" color="softInk" marginBottom="4px">
        {tool.hint}
      </Text>
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
    </Part>
  )
}
