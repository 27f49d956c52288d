import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { cornersOf } from '@cloudbank/core/steps'
import { Action } from '../../ui'
import { NumberInput } from '../../ui/fields'
import { StepControls, type OwnControlProps } from '../../stage/controls'
import type { Bench } from '../../stage/bench'
import { DeskPart, ToolButton } from '../../stage/desk'
import type { Shown } from '../../stage/view'
import { FindingList } from '../../stage/FindingList'
import { PicturedStage } from '../../stage/PicturedStage'
import { useStagePicture } from '../../stage/useStagePicture'
import { cornerTool, FIRST_QUAD, keepCorners, type Quad } from './cornerTool'
import { Guides } from './Guides'
import { InItsRow } from './InItsRow'
import { lineTool, type Line } from './lineTool'
import { PlacementChoice } from './PlacementChoice'
import { useMoveTool } from './useMoveTool'
import { strings } from './strings'

const HANDS = [
  { id: 'move', word: strings.move },
  { id: 'line', word: strings.line },
  { id: 'corners', word: strings.corners },
] as const
type HandId = (typeof HANDS)[number]['id']

const HINTS: Readonly<Record<HandId, string>> = {
  move: 'Drag moves it, a corner sizes it; Shift + arrows 1 px, Alt 10',
  line: strings.drawAlongSomethingThatShould,
  corners: strings.dragThemOntoCornersOf,
}

/**
 * Frame on the bench, against its fill, base line and thirds: the product is moved; a line is drawn along what is
 * level or upright; four corners become a rectangle.
 */
export function FrameStage({ bench }: { bench: Bench }) {
  const { view, shot, editor, rendition } = bench
  const [hand, setHand] = useState<HandId>('move')
  const [line, setLine] = useState<Line | null>(null)
  const [quad, setQuad] = useState<{ readonly places: Quad; readonly held: number | null }>({
    places: FIRST_QUAD,
    held: null,
  })
  const picture = useStagePicture(bench)
  const move = useMoveTool(bench, picture?.product ?? null)
  const tool = {
    move,
    line: lineTool(bench, picture, line, setLine),
    corners: cornerTool(quad.places, quad.held, (places, held) => setQuad({ places, held })),
  }[hand]
  const straighten = (): void => {
    if (!picture) return
    keepCorners(bench, picture, quad.places)
    setQuad({ places: FIRST_QUAD, held: null })
    setHand('move')
  }
  return (
    <PicturedStage
      bench={bench}
      picture={picture}
      tool={tool}
      framed
      overlay={(shown, sides) => (
        <>
          <Guides shown={shown} frame={editor.steps.frame} picture={sides} />
          {hand === 'move' && picture?.product && (
            <Drawn
              shown={shown}
              picture={sides}
              places={cornersOf(picture.product)}
              closed
              testId="product-box"
            />
          )}
          {hand === 'corners' && (
            <Drawn shown={shown} picture={sides} places={quad.places} closed />
          )}
          {line && <Drawn shown={shown} picture={sides} places={[line.from, line.to]} />}
        </>
      )}
      desk={
        <>
          <InItsRow bench={bench} product={picture?.product ?? null}>
            <Box marginTop="8px">
              <FindingList view={view} shot={shot} shown={rendition} />
            </Box>
          </InItsRow>
          <DeskPart title={strings.byHand} width={206}>
            <Grid gap="5px" gridTemplateColumns="1fr 1fr 1fr" marginBottom="8px">
              {HANDS.map(({ id, word }) => (
                <ToolButton
                  key={id}
                  type="button"
                  aria-pressed={id === hand}
                  onClick={() => setHand(id)}
                >
                  {word}
                </ToolButton>
              ))}
            </Grid>
            <Text fontSize="12px" color="softInk" marginBottom="8px">
              {hand === 'move' && !move ? strings.leftUncutThereIsNo : HINTS[hand]}
            </Text>
            {hand === 'corners' && (
              <Action disabled={!picture} onClick={straighten}>
                {strings.makeItRectangle}
              </Action>
            )}
            <PlacementChoice editor={editor} shot={shot} />
          </DeskPart>
          <StepControls
            step="frame"
            own={OWN}
            width={196}
            editor={editor}
            view={view}
            shot={shot}
          />
        </>
      }
    />
  )
}

interface DrawnProps {
  readonly shown: Shown
  readonly picture: { readonly width: number; readonly height: number }
  readonly places: Quad
  readonly closed?: boolean
  readonly testId?: string
}

/** A line or a figure with its corners, in ink within white. */
function Drawn({ shown: { view }, picture, places, closed = false, testId }: DrawnProps) {
  const points = places.map(({ x, y }) => ({
    x: view.x + x * picture.width * view.scale,
    y: view.y + y * picture.height * view.scale,
  }))
  const path = `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}${closed ? 'z' : ''}`
  return (
    <svg
      aria-hidden
      style={{
        position: 'absolute',
        inset: 0,
        width: '100%',
        height: '100%',
        pointerEvents: 'none',
      }}
      fill="none"
    >
      <path d={path} stroke="#FFFFFF" strokeWidth="3" strokeOpacity="0.8" />
      <path d={path} stroke="#1A1A1A" data-testid={testId} />
      {points.map(({ x, y }, i) => (
        <rect
          key={i}
          x={x - 5}
          y={y - 5}
          width="10"
          height="10"
          fill="#FFFFFF"
          stroke="#1A1A1A"
          strokeWidth="1.5"
        />
      ))}
    </svg>
  )
}

const OWN = { ratio: RatioChoice, corners: CornersChoice }

/** Says that four corners were made a rectangle, and takes it back. */
function CornersChoice({ editor }: OwnControlProps) {
  const { corners } = editor.steps.frame
  return (
    <Flex align="center" gap="6px" marginBottom="6px">
      <Text fontSize="12px" flex="1">
        {strings.corners}
      </Text>
      {corners ? (
        <Action
          look="quiet"
          onClick={() =>
            editor.actions.keep(strings.cornersAsPhotographed, 'frame', { corners: null })
          }
        >
          {strings.resetCorners}
        </Action>
      ) : (
        <Text fontSize="12px" color="softInk">
          {strings.asPhotographed}
        </Text>
      )}
    </Flex>
  )
}

function RatioChoice({ editor }: OwnControlProps) {
  const { ratio } = editor.steps.frame
  const side = (which: 'width' | 'height', label: string) => (
    <NumberInput
      label={label}
      unit=""
      width="54px"
      min={1}
      max={2000}
      value={ratio[which]}
      onProblem={() => undefined}
      commit={(value) => {
        if (value === null) return
        const next = { ...ratio, [which]: value }
        editor.actions.keep(strings.ratio(next.width, next.height), 'frame', { ratio: next })
      }}
    />
  )
  return (
    <Flex align="center" gap="6px" marginBottom="6px">
      <Text fontSize="12px" flex="1">
        {strings.ratioLabel}
      </Text>
      {side('width', strings.widthOfRatio)}
      <Text>:</Text>
      {side('height', strings.heightOfRatio)}
    </Flex>
  )
}
