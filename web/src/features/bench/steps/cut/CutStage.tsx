import { useCallback, useEffect, useMemo, useState } from 'react'
import { repairsDone, type Point, type Repair } from '@cloudbank/core/steps'
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

/** Cut on the bench: looked at closely, and repaired by hand. */
export function CutStage({ bench }: { bench: Bench }) {
  const { view, shot, picture, assets, mattes } = bench
  const hand = useCutTools()
  const repairs = useRepairs(view.shoot.id, shot)
  const path = usePathEditor(repairs)
  const [shown, setShown] = useState<Shown | null>(null)
  const [pointer, setPointer] = useState<Place | null>(null)
  const [drawing, setDrawing] = useState<Drawing | null>(null)
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
    () => (facts?.kind === 'cut' && facts.repairs === 0 ? facts.doubts : []),
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

  for (const { id } of TOOLS)
    // The list never changes, so hooks are called in the same order every time.
    // eslint-disable-next-line react-hooks/rules-of-hooks
    useCommand(id, () => useCutTools.setState({ tool: id }))
  useCommand('look', () => useCutTools.setState(({ look }) => ({ look: nextLook(look) })))
  useCommand('finer', () => useCutTools.setState(({ radius }) => ({ radius: resized(radius, -1) })))
  useCommand('broader', () =>
    useCutTools.setState(({ radius }) => ({ radius: resized(radius, 1) })),
  )
  useCommand('doubt', nextDoubt, doubts.length > 0)
  useCommand('remove', path.dropNode, hand.tool === 'path')

  const finish = (repair: Repair): void => repairs.add(repair)
  const tool = pointerTool(hand.tool, {
    drawing,
    setDrawing,
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
      tools={TOOLS.map(({ id, word, hint }) => (
        <Tool
          key={id}
          type="button"
          title={hint}
          aria-pressed={hand.tool === id}
          onClick={() => useCutTools.setState({ tool: id })}
        >
          {word} <Key>{keyLabel(id)}</Key>
        </Tool>
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
          done={repairsDone(repairs.repairs).length}
          path={path}
          onNextDoubt={doubts.length > 0 ? nextDoubt : null}
        />
      }
    />
  )
}

type StrokeKind = 'keep' | 'drop' | 'paint' | 'erase' | 'edge'
const BRUSHES: ReadonlySet<ToolId> = new Set(['keep', 'drop', 'paint', 'erase', 'edge'])

interface Hands {
  readonly drawing: Drawing | null
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

function pointerTool(tool: ToolId, hands: Hands): PointerTool | null {
  const { drawing, setDrawing } = hands
  const nothing = (): void => undefined
  switch (tool) {
    case 'hand':
      return null
    case 'flip':
      return {
        cursor: 'crosshair',
        onDown: ({ x, y }) => hands.flip([x, y]),
        onDrag: nothing,
        onUp: nothing,
      }
    case 'box':
      return {
        cursor: 'crosshair',
        onDown: ({ x, y }) => setDrawing({ kind: 'box', from: [x, y], to: [x, y] }),
        onDrag: ({ x, y }) => drawing?.kind === 'box' && setDrawing({ ...drawing, to: [x, y] }),
        onUp: ({ x, y }) => {
          if (drawing?.kind === 'box' && drawing.from[0] !== x && drawing.from[1] !== y)
            hands.box(drawing.from, [x, y])
          setDrawing(null)
        },
      }
    case 'path':
      return {
        cursor: 'crosshair',
        onDown: ({ x, y }, event) => hands.path.onDown([x, y], hands.path.measure, event.detail),
        onDrag: ({ x, y }) => hands.path.onDrag([x, y]),
        onUp: hands.path.onUp,
      }
    case 'keep':
    case 'drop':
    case 'paint':
    case 'erase':
    case 'edge':
      return {
        cursor: 'none',
        onDown: ({ x, y }) => setDrawing({ kind: 'stroke', points: [[x, y]] }),
        onDrag: ({ x, y }) => {
          if (drawing?.kind !== 'stroke') return
          const [lastX, lastY] = drawing.points.at(-1)!
          if (Math.hypot(x - lastX, y - lastY) >= EVERY)
            setDrawing({ kind: 'stroke', points: [...drawing.points, [x, y]] })
        },
        onUp: () => {
          if (drawing?.kind === 'stroke') hands.repairOf(tool, [...drawing.points])
          setDrawing(null)
        },
      }
  }
}
