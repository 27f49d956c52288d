import { useRef, useState } from 'react'
import { WHOLE_01 } from '@cloudbank/core/raster'
import type { Retouch, RetouchOf } from '@cloudbank/core/steps'
import { doneOf, type Point } from '@cloudbank/core/strokes'
import { useCommand } from '../../keys/commands'
import {
  boxTool,
  clickTool,
  DrawnParts,
  nextTurn,
  resized,
  strokeTool,
  useHands,
  useShownParts,
  type Drawing,
  type InHand,
} from '../../stage/hand'
import { Stage } from '../../stage/Stage'
import type { Bench } from '../../stage/bench'
import { useSame } from '../../stage/useSame'
import type { PicturePoint, Shown } from '../../stage/view'
import type { PointerTool } from '../../stage/useViewerTool'
import { useRetouching } from '../../preview'
import { Waiting } from '../../stage/Waiting'
import { decideAt } from './markDecisions'
import { TidyMarks } from './TidyMarks'
import { TidyDesk, TidyViews } from './TidyDesk'
import { borrowedOf } from './borrowed'
import { BRUSHES, nextLook, STRAINS, useTidyTools, type ToolId } from './tidyTools'
import { useTidyView } from './useTidyView'
import { strings } from './strings'

const NONE: readonly never[] = []

/** Tidy on the bench: dirt marked, and worked on by hand. */
export function TidyStage({ bench }: { bench: Bench }) {
  const { view, shot, mattes } = bench
  const hand = useTidyTools()
  const retouching = useRetouching((state) => state.retouching)
  const works = useHands<Retouch>(view.shoot.id, shot, 'tidy')
  const [shown, setShown] = useState<Shown | null>(null)
  const [pointer, setPointer] = useState<PicturePoint | null>(null)
  const [drawing, setDrawing] = useState<Drawing | null>(null)
  const inHand = useRef<Drawing | null>(null)
  const { touches } = bench.plan
  const plan = useSame({
    ...bench.plan,
    touches: { ...touches, tidy: { ...touches.tidy, works: works.all } },
  })
  const { whole, detail } = useShownParts(shot, shown)
  const seen = {
    look: hand.look,
    band: hand.band,
    strain: STRAINS[hand.strain].strength,
    shade: hand.shade,
  }
  const close = useTidyView(bench, plan, seen, detail)
  const drawn = useTidyView(bench, plan, seen, whole)
  const found = (close ?? drawn)?.facts ?? null
  const done = doneOf(works.all)
  const borrowed = borrowedOf(works.all, hand.borrowed)

  const setLook = (look: typeof hand.look): void => useTidyTools.setState({ look })
  useCommand('look', () => setLook(nextLook(hand.look)))
  useCommand('strain', () => setLook(hand.look === 'strain' ? 'result' : 'strain'))
  useCommand('darker', () =>
    useTidyTools.setState({ shade: hand.shade === 'darker' ? 'as it is' : 'darker' }),
  )
  useCommand('lighter', () =>
    useTidyTools.setState({ shade: hand.shade === 'lighter' ? 'as it is' : 'lighter' }),
  )
  useCommand('finer', () => useTidyTools.setState({ radius: resized(hand.radius, -1) }))
  useCommand('broader', () => useTidyTools.setState({ radius: resized(hand.radius, 1) }))

  const tool = pointerTool(hand, {
    drawing: () => inHand.current,
    setDrawing: (next) => {
      inHand.current = next
      setDrawing(next)
    },
    refuse: (at) => decideAt(view.shoot.id, shot, found?.specks ?? NONE, at),
    work: (work) => works.add({ turn: nextTurn(works.all), hidden: false, ...work } as Retouch), // of its kind
    mask: (points) => {
      const { chosen } = borrowed
      if (!chosen || hand.borrowing === 'choose') return
      const { radius, hardness, borrowing: says } = hand
      const mask = [...chosen.work.mask, { points, radius, hardness, says }]
      works.change(chosen.id, strings.areaPainted(says), { ...chosen.work, mask })
    },
  })
  const paints = BRUSHES.has(hand.tool) || (hand.tool === 'borrow' && hand.borrowing !== 'choose')
  return (
    <Stage
      bench={bench}
      picture={shot}
      window={WHOLE_01}
      result={
        drawn ? (
          <DrawnParts
            label={strings.tidied}
            testId="tidy-picture"
            whole={drawn}
            detail={close}
            pixelated={(shown?.view.scale ?? 1) * devicePixelRatio >= 2}
          />
        ) : undefined
      }
      views={<TidyViews />}
      reading={drawn && !retouching ? undefined : <Waiting mattes={mattes} />}
      tool={tool}
      onShown={setShown}
      onPoint={setPointer}
      overlay={(lies) => (
        <TidyMarks
          {...lies}
          picture={shot}
          drawing={drawing}
          thin={!paints}
          brush={paints && pointer ? { at: pointer, radius: hand.radius } : null}
          specks={hand.marks && found ? found.specks : NONE}
          works={hand.strokes ? done : NONE}
          area={hand.tool === 'borrow' ? hand.area : null}
          placed={hand.tool === 'borrow' ? (borrowed.chosen?.work ?? null) : null}
        />
      )}
      desk={
        <TidyDesk
          bench={bench}
          drawn={close ?? drawn}
          isSearching={(close ?? drawn)?.plan !== plan}
          works={works}
          borrowed={borrowed}
        />
      }
    />
  )
}

type NewWork<K extends Retouch['kind']> = Omit<RetouchOf<K>, 'turn' | 'hidden'>

interface Hands extends InHand {
  readonly refuse: (at: Point) => void
  readonly work: (work: { [K in Retouch['kind']]: NewWork<K> }[Retouch['kind']]) => void
  readonly mask: (points: Point[]) => void
}

/** The soft rim of a new area, as a share of its smaller side. */
const SOFT = 0.25

function pointerTool(
  hand: ReturnType<typeof useTidyTools.getState>,
  hands: Hands,
): PointerTool | null {
  const { tool, radius, hardness, strength, band } = hand
  const stroke = (kindOf: (points: Point[]) => Parameters<Hands['work']>[0]): PointerTool =>
    strokeTool(hands, 'none', (points) => hands.work(kindOf(points)))
  switch (tool satisfies ToolId) {
    case 'hand':
      return null
    case 'refuse':
      return clickTool(hands.refuse)
    case 'mend':
      return stroke((points) => ({ kind: 'mend', points, radius, hardness }))
    case 'calm':
      return stroke((points) => ({ kind: 'calm', points, radius, hardness, strength }))
    case 'tone':
      return stroke((points) => ({ kind: 'tone', points, radius, hardness, strength, band }))
    case 'grain':
      return stroke((points) => ({ kind: 'grain', points, radius, hardness, band }))
    case 'sweep':
      return stroke((points) => ({ kind: 'sweep', points, radius, hardness, strength }))
    case 'blur':
      return stroke((points) => ({ kind: 'blur', points, radius, hardness, strength }))
    case 'borrow':
      return borrowTool(hand, hands)
  }
}

/** Draws round an area, then places it; or paints the chosen one out and in. */
function borrowTool(
  { borrowing, outlining, area }: ReturnType<typeof useTidyTools.getState>,
  hands: Hands,
): PointerTool {
  if (borrowing !== 'choose') return strokeTool(hands, 'none', hands.mask)
  const take = (outline: readonly Point[]): void => useTidyTools.setState({ area: outline })
  if (area)
    return clickTool((to) => {
      hands.work({
        kind: 'borrow',
        outline: [...area],
        to,
        turnDeg: 0,
        mirrored: false,
        scale: 1,
        soft: SOFT,
        matched: true,
        mask: [],
      })
      useTidyTools.setState({ area: null, borrowed: null })
    })
  if (outlining === 'box')
    return boxTool(hands, ([ax, ay], [bx, by]) =>
      take([
        [ax, ay],
        [bx, ay],
        [bx, by],
        [ax, by],
      ]),
    )
  return strokeTool(hands, 'crosshair', (points) => {
    if (points.length >= 3) take(points.slice(0, 2000))
  })
}
