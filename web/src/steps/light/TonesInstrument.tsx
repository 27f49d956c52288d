import { Box, Flex, Switch, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { Histogram } from '@cloudbank/core/measure'
import { toneCurve, type CurvePoint } from '@cloudbank/core/steps'
import { formatPercent } from '@cloudbank/core/words'
import { Action } from '../../ui'
import type { OwnControlProps } from '../../stage/controls'
import { CurveDot } from './CurveDot'
import { LightDials } from './LightDials'
import { ToneChannels } from './ToneChannels'
import { ToneHandle } from './ToneHandle'
import { ToneMarks, ToneMarkWords, useToneMarks } from './ToneMarks'
import { TONES_HEIGHT, TONES_WIDTH } from './toneScale'
import { useToneHand } from './useToneHand'
import './tones.css'
import { strings } from './strings'

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

/**
 * Tones as one instrument: as they come out, the curve that makes them, and its handles. What is seen is
 * dragged: the tones sideways are exposure, the curve is bent, its ends are the black and white points.
 */
export function TonesInstrument({ editor, view, shot, histogram }: Props) {
  const settings = editor.steps.light
  const { actions } = editor
  const { curve } = settings
  const tone = useMemo(() => toneCurve(settings), [settings])
  const path = useMemo(() => pathOf(tone), [tone])
  const marks = useToneMarks({ editor, view, shot })
  const keepCurve = (next: readonly CurvePoint[]): void =>
    actions.keep(strings.toneCurve, 'light', { curve: [...next] }, 'curve')
  const hand = useToneHand({ settings, tone, actions, keepCurve })

  return (
    <Box as="section" aria-label={strings.tones}>
      <Flex align="center" gap="10px" fontSize="12px" height="24px">
        <Text fontWeight="700" fontSize="14px">
          {strings.tones}
        </Text>
        <Text color="softInk" truncate flex="1" minWidth="0">
          {strings.afterAdjustmentsDragBarsCurve}
        </Text>
        {histogram && (
          <Text
            fontFamily="mono"
            color="softInk"
            whiteSpace="nowrap"
            // Where there is no room for it, the row's own figure says it beside.
            css={{ '@container (max-width: 400px)': { display: 'none' } }}
          >
            {strings.blackClipped(
              formatPercent(histogram.blocked01),
              formatPercent(histogram.clipped01),
            )}
          </Text>
        )}
        <Switch.Root
          size="sm"
          checked={settings.autoTone}
          onCheckedChange={({ checked }) =>
            actions.keep(strings.automaticTone(checked ? 'on' : 'off'), 'light', {
              autoTone: checked,
            })
          }
        >
          <Switch.HiddenInput aria-label={strings.automaticToneLabel} />
          <Switch.Label fontSize="12px">{strings.automatic}</Switch.Label>
          <Switch.Control />
        </Switch.Root>
        {curve.length > 0 && (
          <Action look="quiet" fontSize="12px" onClick={() => keepCurve([])}>
            {strings.straighten}
          </Action>
        )}
      </Flex>
      <Box position="relative">
        <svg
          className="tones"
          viewBox={`0 0 ${TONES_WIDTH} ${TONES_HEIGHT}`}
          preserveAspectRatio="none"
          data-testid="histogram"
          role="img"
          aria-label={
            histogram
              ? strings.tonesClippedBlack(
                  formatPercent(histogram.clipped01),
                  formatPercent(histogram.blocked01),
                )
              : strings.tones
          }
          {...hand}
        >
          {histogram && <ToneChannels histogram={histogram} />}
          <ToneMarks marks={marks} />
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
            onMove={(next) => keepCurve(curve.with(i, next))}
            onDrop={() => keepCurve(curve.filter((_, at) => at !== i))}
          />
        ))}
      </Box>
      <div className="tone-ramp" aria-hidden />
      <ToneMarkWords marks={marks} />
      <Box containerType="inline-size">
        <LightDials editor={editor} fields={DIALS} />
      </Box>
    </Box>
  )
}

function pathOf(tone: (tone01: number) => number): string {
  return Array.from({ length: 65 }, (_, i) => {
    const y = TONES_HEIGHT - tone(i / 64) * TONES_HEIGHT
    return `${i === 0 ? 'M' : 'L'}${i * 4} ${y.toFixed(2)}`
  }).join('')
}
