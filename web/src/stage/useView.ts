import { useEffect, useId, useRef, useState } from 'react'
import type { Plan } from '@cloudbank/core/brief'
import type { ViewName } from '@cloudbank/core/engine'
import type { JobAsset, KeyedMatte } from '@cloudbank/hosts/pool'
import type { ViewRaster } from '@cloudbank/hosts/previewer'
import { sharedPreviewer, type OpenPicture } from '../preview'
import type { ShownPart } from './hand'
import { useSame } from './useSame'

/** A part of a photograph as a step's view has drawn it. */
export interface ViewDrawing<Facts> extends ShownPart {
  readonly raster: NonNullable<ViewRaster['picture']>
  /** By what it was drawn; while another is wanted, what it says is of before. */
  readonly plan: Plan
  readonly facts: Facts
  /** Time that it took in the worker, in ms. */
  readonly tookMs: number
}

interface WantedView<Facts> {
  readonly name: ViewName
  readonly picture: OpenPicture | null
  readonly plan: Plan
  readonly assets: readonly JobAsset[]
  readonly mattes: readonly KeyedMatte[]
  /** What the view is told beside the part; drawn once for each of these, one after the other. */
  readonly turns: readonly object[]
  /** Null while this part is not wanted. */
  readonly part: ShownPart | null
  /** What is known after a turn, by what was known before it. */
  readonly keep?: (before: Facts | null, facts: Facts, turn: number) => Facts
}

/**
 * A part of a photograph, drawn by the previewer; the one before stands until the next is there.
 *
 * @typeParam Facts what the view says of its picture.
 */
export function useView<Facts>(wanted: WantedView<Facts>): ViewDrawing<Facts> | null {
  const { picture, plan, assets, mattes, part } = wanted
  const name = useSame(wanted.name)
  const turns = useSame(wanted.turns)
  const keep = useRef(wanted.keep)
  keep.current = wanted.keep
  const view = useId()
  const [drawn, setDrawn] = useState<ViewDrawing<Facts> | null>(null)
  const told = useRef(false)
  useEffect(() => {
    if (!picture || !part) return
    let current = true
    told.current = true
    const draw = async (): Promise<void> => {
      for (const [turn, more] of turns.entries()) {
        const answer = await sharedPreviewer().draw<'view'>({
          kind: 'view',
          view,
          picture: picture.name,
          name,
          options: { ...part, ...more },
          plan,
          assets,
          mattes,
        })
        if (!answer?.picture || !current) return
        const { picture: raster, tookMs } = answer
        const facts = answer.facts as Facts // the view answers in its own words
        setDrawn((before) => ({
          ...part,
          plan,
          raster,
          tookMs,
          facts: keep.current?.(before?.facts ?? null, facts, turn) ?? facts,
        }))
      }
    }
    // A picture that was closed in the meantime is not drawn any more.
    draw().catch(() => undefined)
    return () => {
      current = false
    }
  }, [view, name, picture, plan, assets, mattes, turns, part])
  useEffect(
    () => () => {
      if (told.current) sharedPreviewer().tell({ kind: 'abandon', view })
    },
    [view],
  )
  return part ? drawn : null
}
