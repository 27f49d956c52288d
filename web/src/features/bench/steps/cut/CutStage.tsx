import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { type Repair } from '@cloudbank/core/steps'
import { doneOf, type Point } from '@cloudbank/core/strokes'
import { WHOLE_01 } from '@cloudbank/core/raster'
import { useCommand } from '../../../../app/commands'
import { keyLabel } from '../../../../app/keys'
import { Key } from '../../../../ui'
import { Stage, Tool } from '../../Stage'
import type { Bench } from '../../useBench'
import { useSame } from '../../useSame'
import type { Place, PointerTool, Shown } from '../../Viewer'
import { Waiting } from '../Waiting'
import { CutOverlay, type Drawing } from './CutOverlay'
import { CutPanel } from './CutPanel'
import { CutPicture } from './CutPicture'
import { nextLook, resized, TOOLS, useCutTools, type ToolId } from './cutTools'
import { useCutParts } from './useCutParts'
import { useCutView } from './useCutView'
import { usePathEditor } from './usePathEditor'
import { nextTurn, useRepairs } from './useRepairs'

/** Points of a stroke lie at least this far apart, in shares of the picture. */
const EVERY = 0.0015
/** A stroke that has so many has been drawn over everything. */
const MOST_POINTS = 4000

/** Cut on the bench: looked at closely, and repaired by hand. */
export function CutStage({ bench }: { bench: Bench }) {
  const { view, shot, picture, assets, mattes } = bench
  const hand = useCutTools()
  const repairs = useRepairs(view.shoot.id, shot)
  const path = usePathEditor(repairs)
  const [shown, setShown] = useState<Shown | null>(null)
  const [pointer, setPointer] = useState<Place | null>(null)
  const [drawing, setDrawing] = useState<Drawing | null>(null)
  // The pointer moves more often than the screen is drawn: what is in hand is not read off the screen.
  const inHand = useRef<Drawing | null>(null)
  const [goTo, setGoTo] = useState<Place | null>(null)
  const { touches } = bench.plan
  const plan = useSame({
    ...bench.plan,
    touches: { ...touches, cut: { ...touches.cut, repairs: repairs.repairs } },
  })
  const { whole, detail } = useCutParts(shot, shown)
  const common = { picture, plan, assets, mattes, look: hand.look }
  const close = useCutView({ ...common, part: detail })
  const drawn = useCutView({ ...common, part: whole })
  const facts = (close ?? drawn)?.raster.matte ?? null
  const doubts = useMemo(
    // Of the automatic cut: whoever has repaired one goes on to the next.
    () => (facts?.kind === 'cut' ? facts.doubts : []),
    [facts],
  )

  const [doubt, setDoubt] = useState(-1)
  const nextDoubt = useCallback(() => {
    if (doubts.length === 0) return
    const next = (doubt + 1) % doubts.length
    const { x, y, width, height } = doubts[next]!.box
    setDoubt(next)
    setGoTo({ x: x + width / 2, y: y + height / 2 })
  }, [doubts, doubt])
  useEffect(() => setDoubt(-1), [shot.id])

  useCommand('look', () => useCutTools.setState(({ look }) => ({ look: nextLook(look) })))
  useCommand('finer', () => useCutTools.setState(({ radius }) => ({ radius: resized(radius, -1) })))
  useCommand('broader', () =>
    useCutTools.setState(({ radius }) => ({ radius: resized(radius, 1) })),
  )
  useCommand('doubt', nextDoubt, doubts.length > 0)
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
      const stroke = { turn: nextTurn(repairs.repairs), hidden: false, points, radius, hardness }
      finish(
        kind === 'edge'
          ? { kind, ...stroke, shift: shift / 1000, soften: soften / 1000 }
          : { kind, ...stroke },
      )
    },
    box: (from, to) =>
      finish({ kind: 'box', turn: nextTurn(repairs.repairs), hidden: false, from, to }),
    flip: (at) => finish({ kind: 'flip', turn: nextTurn(repairs.repairs), hidden: false, at }),
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
      tools={TOOLS.map((tool) => (
        <ToolChoice key={tool.id} tool={tool} chosen={hand.tool === tool.id} />
      ))}
      reading={drawn ? undefined : <Waiting mattes={mattes} />}
      tool={tool}
      onShown={setShown}
      onPoint={setPointer}
      goTo={goTo}
      overlay={(lies) => (
        <CutOverlay
          {...lies}
          picture={shot}
          drawing={drawing}
          brush={brushed && pointer ? { at: pointer, radius: hand.radius } : null}
          doubts={hand.look === 'outline' ? doubts : []}
          path={hand.tool === 'path' ? path : null}
        />
      )}
      panel={
        <CutPanel
          bench={bench}
          plan={plan}
          facts={facts}
          tookMs={(close ?? drawn)?.raster.tookMs ?? null}
          repairs={repairs}
          done={doneOf(repairs.repairs).length}
          path={path}
          onNextDoubt={doubts.length > 0 ? nextDoubt : null}
        />
      }
    />
  )
}

/** One tool in the line, and its key. */
function ToolChoice({ tool, chosen }: { tool: (typeof TOOLS)[number]; chosen: boolean }) {
  const { id, word, hint } = tool
  const take = (): void => useCutTools.setState({ tool: id })
  useCommand(id, take)
  return (
    <Tool type="button" title={hint} aria-pressed={chosen} onClick={take}>
      {word} <Key>{keyLabel(id)}</Key>
    </Tool>
  )
}

type StrokeKind = 'keep' | 'drop' | 'paint' | 'erase' | 'edge'
const BRUSHES: ReadonlySet<ToolId> = new Set(['keep', 'drop', 'paint', 'erase', 'edge'])

interface Hands {
  readonly drawing: () => Drawing | null
  readonly setDrawing: (drawing: Drawing | null) => void
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

/** A place as a repair keeps it: what is drawn far beyond the picture ends at its surroundings. */
const pointOf = ({ x, y }: Place): Point => [
  Math.min(2, Math.max(-1, x)),
  Math.min(2, Math.max(-1, y)),
]

function pointerTool(tool: ToolId, hands: Hands): PointerTool | null {
  const { setDrawing } = hands
  const nothing = (): void => undefined
  switch (tool) {
    case 'hand':
      return null
    case 'flip':
      return {
        cursor: 'crosshair',
        onDown: (at) => hands.flip(pointOf(at)),
        onDrag: nothing,
        onUp: nothing,
      }
    case 'box':
      return {
        cursor: 'crosshair',
        onDown: (at) => setDrawing({ kind: 'box', from: pointOf(at), to: pointOf(at) }),
        onDrag: (at) => {
          const drawing = hands.drawing()
          if (drawing?.kind === 'box') setDrawing({ ...drawing, to: pointOf(at) })
        },
        onUp: (at) => {
          const drawing = hands.drawing()
          const to = pointOf(at)
          if (drawing?.kind === 'box' && drawing.from[0] !== to[0] && drawing.from[1] !== to[1])
            hands.box(drawing.from, to)
          setDrawing(null)
        },
      }
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
    case 'edge':
      return {
        cursor: 'none',
        onDown: (at) => setDrawing({ kind: 'stroke', points: [pointOf(at)] }),
        onDrag: (at) => {
          const drawing = hands.drawing()
          if (drawing?.kind !== 'stroke' || drawing.points.length >= MOST_POINTS) return
          const [x, y] = pointOf(at)
          const [lastX, lastY] = drawing.points.at(-1)!
          if (Math.hypot(x - lastX, y - lastY) >= EVERY)
            setDrawing({ kind: 'stroke', points: [...drawing.points, [x, y]] })
        },
        onUp: () => {
          const drawing = hands.drawing()
          if (drawing?.kind === 'stroke') hands.repairOf(tool, [...drawing.points])
          setDrawing(null)
        },
      }
  }
}
