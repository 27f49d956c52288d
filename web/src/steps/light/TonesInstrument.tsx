import { Box, Flex, Switch, Text } from '@chakra-ui/react'
import { useMemo, useRef, useState } from 'react'
import type { Histogram } from '@cloudbank/core/measure'
import { toneCurve, type CurvePoint } from '@cloudbank/core/steps'
import { formatPercent, formatSigned } from '@cloudbank/core/words'
import { Action } from '../../ui'
import type { OwnControlProps } from '../../stage/controls'
import { litReading, median, siblingReadings, toneOfL } from './litReadings'
import { histogramOutline, histogramTop } from './histogramOutline'
import { LightDials } from './LightDials'
import { ToneHandle } from './ToneHandle'
import './tones.css'

/** The instrument's own measures; it is stretched to the width there is. */
const WIDTH = 256
const HEIGHT = 84
/** A press nearer to the curve than this, in pixels, takes hold of it. */
const NEAR_PX = 9
/** Stops for each pixel by which the tones are pushed. */
const EV_PER_PX = 0.01
const MAX_POINTS = 8
/** How far a black or white point of 100 reaches on the ramp. */
const POINT_REACH = 0.15
/** Where the curve is bent for shadows and highlights. */
const BENDS = [
  { field: 'shadows', x: 0.25 },
  { field: 'highlights', x: 0.75 },
] as const
const DIALS = [
  'exposureEv',
  'contrast',
  'shadows',
  'highlights',
  'blackPoint',
  'whitePoint',
] as const

interface Props extends OwnControlProps {
  readonly histogram: Histogram | null
}

/** What the hand holds. */
type Held =
  | { readonly kind: 'push'; readonly fromX: number; readonly from: number }
  | { readonly kind: 'point'; readonly index: number }

/**
 * Tones as one instrument: as they come out, the curve that makes them, and its handles. What is seen is
 * dragged: the tones sideways are exposure, the curve is bent, its ends are the black and white points.
 */
export function TonesInstrument({ editor, view, shot, histogram }: Props) {
  const settings = editor.steps.light
  const { actions } = editor
  const { curve } = settings
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<Held | null>(null)
  const tone = useMemo(() => toneCurve(settings), [settings])
  const path = useMemo(() => pathOf(tone), [tone])
  const marks = useMarks({ editor, view, shot })
  const keepCurve = (next: readonly CurvePoint[]): void =>
    actions.keep('Tone curve', 'light', { curve: [...next] }, 'curve')
  const placeOf = (event: React.PointerEvent) => {
    const box = svg.current!.getBoundingClientRect() // it has been pressed
    const x = (event.clientX - box.left) / box.width
    const y = 1 - (event.clientY - box.top) / box.height
    return { x, y, box }
  }
  const pointAt = (event: React.PointerEvent): CurvePoint => {
    const { x, y } = placeOf(event)
    const bounded = (value: number): number => Math.round(Math.min(100, Math.max(0, value * 100)))
    return { x: bounded(x), y: bounded(y) }
  }
  const moved = (index: number, point: CurvePoint): CurvePoint[] =>
    curve.map((old, i) => (i === index ? point : old))

  const press = (event: React.PointerEvent): void => {
    const { x, y, box } = placeOf(event)
    event.currentTarget.setPointerCapture(event.pointerId)
    const near = curve.findIndex(
      (point) =>
        Math.hypot((point.x / 100 - x) * box.width, (point.y / 100 - y) * box.height) < NEAR_PX,
    )
    if (near >= 0) setHeld({ kind: 'point', index: near })
    else if (Math.abs(tone(x) - y) * box.height < NEAR_PX && curve.length < MAX_POINTS) {
      actions.show('light', { curve: [...curve, pointAt(event)] })
      setHeld({ kind: 'point', index: curve.length })
    } else setHeld({ kind: 'push', fromX: event.clientX, from: settings.exposureEv })
  }
  const pushed = (event: React.PointerEvent, { fromX, from }: Extract<Held, { kind: 'push' }>) =>
    Math.round(Math.min(3, Math.max(-3, from + (event.clientX - fromX) * EV_PER_PX)) * 20) / 20
  const drag = (event: React.PointerEvent): void => {
    if (held?.kind === 'point') actions.show('light', { curve: moved(held.index, pointAt(event)) })
    if (held?.kind === 'push') actions.show('light', { exposureEv: pushed(event, held) })
  }
  const letGo = (event: React.PointerEvent): void => {
    if (held?.kind === 'point') keepCurve(moved(held.index, pointAt(event)))
    if (held?.kind === 'push') {
      const exposureEv = pushed(event, held)
      if (exposureEv !== held.from)
        actions.keep(
          `Exposure ${formatSigned(exposureEv, 2)}`,
          'light',
          { exposureEv },
          'exposureEv',
        )
    }
    setHeld(null)
  }

  return (
    <Box
      as="section"
      aria-label="Tones"
      flex="none"
      padding="6px 16px 8px"
      background="paper"
      borderTopWidth="1px"
      borderColor="hairline"
    >
      <Flex align="center" gap="10px" fontSize="12px" height="24px">
        <Text fontWeight="700" fontSize="14px">
          Tones
        </Text>
        <Text color="softInk" truncate flex="1" minWidth="0">
          after adjustments; drag the bars, the curve, its handles or its ends
        </Text>
        {histogram && (
          <Text fontFamily="mono" color="softInk" whiteSpace="nowrap">
            {formatPercent(histogram.blocked01)} black, {formatPercent(histogram.clipped01)} clipped
          </Text>
        )}
        <Switch.Root
          size="sm"
          checked={settings.autoTone}
          onCheckedChange={({ checked }) =>
            actions.keep(`Automatic tone ${checked ? 'on' : 'off'}`, 'light', { autoTone: checked })
          }
        >
          <Switch.HiddenInput aria-label="Automatic tone" />
          <Switch.Label fontSize="12px">Automatic</Switch.Label>
          <Switch.Control />
        </Switch.Root>
        {curve.length > 0 && (
          <Action look="quiet" fontSize="12px" onClick={() => keepCurve([])}>
            Straighten
          </Action>
        )}
      </Flex>
      <Box position="relative">
        <svg
          ref={svg}
          className="tones"
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          data-testid="histogram"
          role="img"
          aria-label={
            histogram
              ? `Tones, ${formatPercent(histogram.clipped01)} clipped, ${formatPercent(histogram.blocked01)} black`
              : 'Tones'
          }
          onPointerDown={press}
          onPointerMove={drag}
          onPointerUp={letGo}
          onPointerCancel={letGo}
        >
          {histogram && <Channels histogram={histogram} />}
          <Marks marks={marks} />
          <path d={path} className="curve" />
        </svg>
        {BENDS.map(({ field, x }) => (
          <ToneHandle
            key={field}
            field={field}
            value={settings[field]}
            x01={x}
            y01={tone(x)}
            direction="up"
            actions={actions}
          />
        ))}
        <ToneHandle
          field="blackPoint"
          value={settings.blackPoint}
          x01={Math.max(0, (settings.blackPoint / 100) * POINT_REACH)}
          y01={0}
          direction="right"
          actions={actions}
        />
        <ToneHandle
          field="whitePoint"
          value={settings.whitePoint}
          x01={1 - Math.max(0, (settings.whitePoint / 100) * POINT_REACH)}
          y01={0}
          direction="left"
          actions={actions}
        />
        {curve.map((point, i) => (
          <CurveDot
            key={i}
            index={i}
            point={point}
            onMove={(next) => keepCurve(moved(i, next))}
            onDrop={() => keepCurve(curve.filter((_, at) => at !== i))}
          />
        ))}
      </Box>
      <div className="tone-ramp" aria-hidden />
      <div className="tone-words">
        {marks.map(
          ({ at, words }) =>
            words !== null && (
              <span key={words} style={{ left: `${Math.min(92, Math.max(8, at * 100))}%` }}>
                {words}
              </span>
            ),
        )}
      </div>
      <Box containerType="inline-size">
        <LightDials editor={editor} fields={DIALS} />
      </Box>
    </Box>
  )
}

/** The three channels, each with a pattern of its own. */
function Channels({ histogram }: { histogram: Histogram }) {
  const { red, green, blue } = histogram
  const top = histogramTop([red, green, blue])
  return (
    <>
      <path
        d={`${histogramOutline(green, top, HEIGHT)}L${WIDTH} ${HEIGHT}L0 ${HEIGHT}Z`}
        className="mass"
      />
      <path d={histogramOutline(red, top, HEIGHT)} className="channel" />
      <path d={histogramOutline(green, top, HEIGHT)} className="channel" strokeDasharray="5 3" />
      <path d={histogramOutline(blue, top, HEIGHT)} className="channel" strokeDasharray="1.5 2.5" />
    </>
  )
}

/** What is marked on the tones: where it lies, 0…1, and what it is. */
interface Mark {
  readonly at: number
  readonly kind: 'now' | 'asked' | 'product' | 'sibling'
  readonly words: string | null
}

/** Where the backdrop and the product lie, and where the siblings have theirs. */
function useMarks({ editor, view, shot }: OwnControlProps): readonly Mark[] {
  const settings = editor.steps.light
  const own = useMemo(() => litReading(shot, view, settings), [shot, view, settings])
  const siblings = useMemo(() => siblingReadings(shot, view), [shot, view])
  const asked = median(siblings.flatMap(({ backdropL }) => backdropL ?? []))
  const marks: Mark[] = siblings.flatMap(({ productL }) =>
    productL === null ? [] : [{ at: toneOfL(productL), kind: 'sibling', words: null }],
  )
  const { backdropL = null, productL = null } = own ?? {}
  if (productL !== null)
    marks.push({
      at: toneOfL(productL),
      kind: 'product',
      words: `product ${productL.toFixed(0)}`,
    })
  if (backdropL !== null) {
    if (asked !== null) marks.push({ at: toneOfL(asked), kind: 'asked', words: null })
    const beside = asked === null ? '' : ` of ${asked.toFixed(0)}`
    marks.push({
      at: toneOfL(backdropL),
      kind: 'now',
      words: `backdrop ${backdropL.toFixed(0)}${beside}`,
    })
  }
  return marks
}

const MARK_FROM = { now: 0, asked: 0, product: HEIGHT - 26, sibling: HEIGHT - 9 } as const

function Marks({ marks }: { marks: readonly Mark[] }) {
  return marks.map(({ at, kind }, i) => (
    <path
      key={i}
      d={`M${at * WIDTH} ${MARK_FROM[kind]}V${HEIGHT}`}
      className={kind === 'product' ? 'mark strong' : 'mark'}
      strokeDasharray={kind === 'now' ? '2 2' : undefined}
    />
  ))
}

/** A point that was set on the curve: arrow keys move it, Delete takes it off. */
function CurveDot(props: {
  index: number
  point: CurvePoint
  onMove: (point: CurvePoint) => void
  onDrop: () => void
}) {
  const { index, point, onMove, onDrop } = props
  const key = (event: React.KeyboardEvent): void => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
      event.key
    ]
    const drops = event.key === 'Delete' || event.key === 'Backspace'
    if (!step && !drops) return
    event.preventDefault()
    event.stopPropagation()
    const bounded = (value: number): number => Math.min(100, Math.max(0, value))
    if (step) onMove({ x: bounded(point.x + step[0]!), y: bounded(point.y + step[1]!) })
    else onDrop()
  }
  return (
    <div
      className="tone-dot"
      role="slider"
      tabIndex={0}
      aria-label={`Point ${index + 1} of the curve`}
      aria-valuenow={point.y}
      style={{ left: `${point.x}%`, top: `${100 - point.y}%` }}
      onKeyDown={key}
    />
  )
}

function pathOf(tone: (tone01: number) => number): string {
  return Array.from({ length: 65 }, (_, i) => {
    const y = HEIGHT - tone(i / 64) * HEIGHT
    return `${i === 0 ? 'M' : 'L'}${i * 4} ${y.toFixed(2)}`
  }).join('')
}
