import { Flex, Text } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import type { FrameSettings } from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'
import { LevelChoice, StepControls, type OwnControlProps } from '../../controls'
import type { Bench } from '../../useBench'
import type { Place, PointerTool, Shown } from '../../Viewer'
import { NumberInput } from '../../../../ui/fields'
import { FindingList } from '../FindingList'
import { PicturedStage } from '../PlainStage'

/** The settings that move the product. */
type Shift = Pick<FrameSettings, 'shiftXPct' | 'shiftYPct'>

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** Pixels of the rendition that an arrow with Shift moves, and with Alt as well. */
const STEP_PX = 1
const FAR_PX = 10
/** The size that pixels are of until a rendition is made. */
const UNMADE = { width: 1200, height: 1200 }

const bounded = (pct: number): number => Math.round(Math.min(50, Math.max(-50, pct)) * 1000) / 1000

/** Frame on the bench: the product is dragged, or moved by pixels, against its fill, base line and thirds. */
export function FrameStage({ bench }: { bench: Bench }) {
  const { view, shot, editor, rendition } = bench
  const { frame } = editor.steps
  const from = useRef<{ readonly at: Place; readonly shift: Shift } | null>(null)
  const keep = (shift: Shift): void => {
    const words = `Moved ${formatSigned(shift.shiftXPct, 1)} % across, ${formatSigned(shift.shiftYPct, 1)} % down`
    editor.actions.keep(words, 'frame', shift, 'shift')
  }
  const shiftTo = (at: Place): Shift | null => {
    const { current } = from
    return (
      current && {
        shiftXPct: bounded(current.shift.shiftXPct + (at.x - current.at.x) * 100),
        shiftYPct: bounded(current.shift.shiftYPct + (at.y - current.at.y) * 100),
      }
    )
  }
  const tool: PointerTool = {
    cursor: 'move',
    onDown: (at) => {
      from.current = { at, shift: frame }
    },
    onDrag: (at) => {
      const shift = shiftTo(at)
      if (shift) editor.actions.show('frame', shift)
    },
    onUp: (at) => {
      const shift = shiftTo(at)
      const before = from.current?.shift
      from.current = null
      // A click that moves nothing is no deed.
      if (shift && (shift.shiftXPct !== before?.shiftXPct || shift.shiftYPct !== before.shiftYPct))
        keep(shift)
    },
  }
  const { width, height } = rendition ?? UNMADE
  /** A photograph that is left whole has no product to be moved. */
  const canMove = rendition?.productBox !== null
  const nudge = useRef<(event: KeyboardEvent) => void>(() => undefined)
  nudge.current = (event) => {
    const arrow = ARROWS[event.key]
    const isElsewhere =
      event.target instanceof Element &&
      event.target.closest('input, select, textarea, dialog, [role=dialog]')
    if (!arrow || !event.shiftKey || isElsewhere || !canMove) return
    event.preventDefault()
    event.stopPropagation()
    const px = event.altKey ? FAR_PX : STEP_PX
    keep({
      shiftXPct: bounded(frame.shiftXPct + ((arrow[0] * px) / width) * 100),
      shiftYPct: bounded(frame.shiftYPct + ((arrow[1] * px) / height) * 100),
    })
  }
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => nudge.current(event)
    window.addEventListener('keydown', listen, { capture: true })
    return () => window.removeEventListener('keydown', listen, { capture: true })
  }, [])
  return (
    <PicturedStage
      bench={bench}
      tool={canMove ? tool : null}
      tools={
        <Text color="softInk" whiteSpace="nowrap">
          {canMove
            ? 'Drag moves the product; Shift and arrows by 1 px, with Alt by 10'
            : 'Left whole: there is no product to move'}
        </Text>
      }
      overlay={(shown, picture) => <Guides shown={shown} frame={frame} picture={picture} />}
      panel={
        <>
          <LevelChoice editor={editor} step="frame" />
          <StepControls step="frame" own={OWN} editor={editor} view={view} shot={shot} />
          <FindingList view={view} shot={shot} shown={rendition} />
        </>
      }
    />
  )
}

const OWN = { ratio: RatioChoice }

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
        editor.actions.keep(`Ratio ${next.width}:${next.height}`, 'frame', { ratio: next })
      }}
    />
  )
  return (
    <Flex align="center" gap="6px" marginBottom="6px">
      <Text fontSize="12px" flex="1">
        Ratio
      </Text>
      {side('width', 'Width of the ratio')}
      <Text>:</Text>
      {side('height', 'Height of the ratio')}
    </Flex>
  )
}

interface GuidesProps {
  readonly shown: Shown
  readonly frame: FrameSettings
  readonly picture: { readonly width: number; readonly height: number }
}

/** Fill, base line and thirds, drawn over the picture in ink within white. */
function Guides({ shown: { view }, frame, picture }: GuidesProps) {
  const { x, y, scale } = view
  const width = picture.width * scale
  const height = picture.height * scale
  const inset = (1 - frame.fillPct / 100) / 2
  const lines = [
    `M${width * inset} ${height * inset}h${width * (1 - 2 * inset)}v${height * (1 - 2 * inset)}h${-width * (1 - 2 * inset)}z`,
    ...(frame.stand === 'base' ? [`M0 ${height * (1 - frame.basePct / 100)}h${width}`] : []),
  ]
  const thirds = [1, 2].map((k) => `M${(width * k) / 3} 0v${height}M0 ${(height * k) / 3}h${width}`)
  return (
    <svg
      aria-hidden
      style={{
        position: 'absolute',
        left: x,
        top: y,
        width,
        height,
        overflow: 'visible',
        pointerEvents: 'none',
      }}
      fill="none"
    >
      <path d={thirds.join('')} stroke="#808080" strokeOpacity="0.5" />
      <path d={lines.join('')} stroke="#FFFFFF" strokeWidth="3" strokeOpacity="0.7" />
      <path d={lines.join('')} stroke="#1A1A1A" strokeDasharray="6 4" />
    </svg>
  )
}
