import { useRef, useState } from 'react'
import { type Repair } from '@cloudbank/core/steps'
import { doneOf, type Point } from '@cloudbank/core/strokes'
import { WHOLE_01 } from '@cloudbank/core/raster'
import { useCommand } from '../../keys/commands'
import { Stage } from '../../stage/Stage'
import type { Bench } from '../../stage/bench'
import { useSame } from '../../stage/useSame'
import type { PicturePoint, Shown } from '../../stage/view'
import type { PointerTool } from '../../stage/useViewerTool'
import { Waiting } from '../../stage/Waiting'
import {
  boxTool,
  clickTool,
  nextTurn,
  pointOf,
  resized,
  strokeTool,
  useHands,
  useShownParts,
  type Drawing,
  type InHand,
} from '../../stage/hand'
import { CutOverlay } from './CutOverlay'
import { CutDesk, CutViews } from './CutDesk'
import { CutPicture } from './CutPicture'
import { nextLook, useCutTools, type ToolId } from './cutTools'
import { useCutView } from './useCutView'
import { useDoubts } from './useDoubts'
import { usePathEditor } from './usePathEditor'

/** Cut on the bench: looked at closely, and repaired by hand. */
export function CutStage({ bench }: { bench: Bench }) {
  const { view, shot, mattes } = bench
  const hand = useCutTools()
  const repairs = useHands<Repair>(view.shoot.id, shot, 'cut')
  const path = usePathEditor(repairs)
  const [shown, setShown] = useState<Shown | null>(null)
  const [pointer, setPointer] = useState<PicturePoint | null>(null)
  const [drawing, setDrawing] = useState<Drawing | null>(null)
  // The pointer moves more often than the screen is drawn: what is in hand is not read off the screen.
  const inHand = useRef<Drawing | null>(null)
  const { touches } = bench.plan
  const plan = useSame({
    ...bench.plan,
    touches: { ...touches, cut: { ...touches.cut, repairs: repairs.all } },
  })
  const { whole, detail } = useShownParts(shot, shown)
  const close = useCutView(bench, plan, hand.look, detail)
  const drawn = useCutView(bench, plan, hand.look, whole)
  const facts = (close ?? drawn)?.facts.matte ?? null
  const doubts = useDoubts(shot.id, facts, repairs, (place) => bench.see({ in: 'alone', place }))

  useCommand('look', () => useCutTools.setState(({ look }) => ({ look: nextLook(look) })))
  useCommand('finer', () => useCutTools.setState(({ radius }) => ({ radius: resized(radius, -1) })))
  useCommand('broader', () =>
    useCutTools.setState(({ radius }) => ({ radius: resized(radius, 1) })),
  )
  useCommand('remove', path.dropNode, hand.tool === 'path')

  const finish = (repair: Repair): void => repairs.add(repair)
  const tool = pointerTool(hand.tool, {
    drawing: () => inHand.current,
    setDrawing: (next) => {
      inHand.current = next
      setDrawing(next)
    },
    repairOf: (kind, points) => {
      const { radius, hardness, shift, soften } = hand
      const stroke = { turn: nextTurn(repairs.all), hidden: false, points, radius, hardness }
      finish(
        kind === 'edge'
          ? { kind, ...stroke, shift: shift / 1000, soften: soften / 1000 }
          : { kind, ...stroke },
      )
    },
    box: (from, to) =>
      finish({ kind: 'box', turn: nextTurn(repairs.all), hidden: false, from, to }),
    flip: (at) => finish({ kind: 'flip', turn: nextTurn(repairs.all), hidden: false, at }),
    path: {
      ...path,
      measure: (a, b) => {
        const scale = shown?.view.scale ?? 1
        return Math.hypot((a[0] - b[0]) * shot.width * scale, (a[1] - b[1]) * shot.height * scale)
      },
    },
  })
  const brushed = BRUSHES.has(hand.tool)
  return (
    <Stage
      bench={bench}
      picture={shot}
      window={WHOLE_01}
      result={
        drawn ? (
          <CutPicture
            whole={drawn}
            detail={close}
            pixelated={(shown?.view.scale ?? 1) * devicePixelRatio >= 2}
          />
        ) : undefined
      }
      views={<CutViews />}
      reading={drawn ? undefined : <Waiting mattes={mattes} />}
      tool={tool}
      onShown={setShown}
      onPoint={setPointer}
      overlay={(lies) => (
        <CutOverlay
          {...lies}
          picture={shot}
          drawing={drawing}
          brush={brushed && pointer ? { at: pointer, radius: hand.radius } : null}
          doubts={hand.look === 'outline' ? doubts.all : []}
          path={hand.tool === 'path' ? path : null}
        />
      )}
      desk={
        <CutDesk
          bench={bench}
          plan={plan}
          facts={facts}
          tookMs={(close ?? drawn)?.tookMs ?? null}
          repairs={repairs}
          done={doneOf(repairs.all).length}
          path={path}
          doubts={doubts}
        />
      }
    />
  )
}

type StrokeKind = 'keep' | 'drop' | 'paint' | 'erase' | 'seeThrough' | 'edge'
const BRUSHES: ReadonlySet<ToolId> = new Set([
  'keep',
  'drop',
  'paint',
  'erase',
  'seeThrough',
  'edge',
])

interface Hands extends InHand {
  readonly repairOf: (kind: StrokeKind, points: Point[]) => void
  readonly box: (from: Point, to: Point) => void
  readonly flip: (at: Point) => void
  readonly path: {
    readonly onDown: (at: Point, measure: (a: Point, b: Point) => number, clicks: number) => void
    readonly onDrag: (at: Point) => void
    readonly onUp: () => void
    readonly measure: (a: Point, b: Point) => number
  }
}

function pointerTool(tool: ToolId, hands: Hands): PointerTool | null {
  switch (tool) {
    case 'hand':
      return null
    case 'flip':
      return clickTool(hands.flip)
    case 'box':
      return boxTool(hands, hands.box)
    case 'path':
      return {
        cursor: 'crosshair',
        onDown: (at, event) => hands.path.onDown(pointOf(at), hands.path.measure, event.detail),
        onDrag: (at) => hands.path.onDrag(pointOf(at)),
        onUp: hands.path.onUp,
      }
    case 'keep':
    case 'drop':
    case 'paint':
    case 'erase':
    case 'seeThrough':
    case 'edge':
      return strokeTool(hands, 'none', (points) => hands.repairOf(tool, points))
  }
}
