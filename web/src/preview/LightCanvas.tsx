import { Box } from '@chakra-ui/react'
import { useEffect, useId, useRef } from 'react'
import type { LightSettings } from '@cloudbank/core/steps'
import type { JobAsset } from '@cloudbank/hosts/pool'
import type { Marks, PreviewAnswers } from '@cloudbank/hosts/previewer'
import { sharedPreviewer, usePreviewerGeneration } from './previewer'
import type { OpenPicture } from './useOpenPicture'

/** Counts drawings. */
let turns = 0

export const NO_MARKS: Marks = { clipping: false, strain: null }
const NO_ASSETS: readonly JobAsset[] = []

interface Props {
  readonly picture: OpenPicture
  readonly settings: LightSettings
  /** What the settings name by hash. */
  readonly assets?: readonly JobAsset[]
  readonly marks?: Marks
  /** Longer side that is wanted, in pixels; Infinity for the photograph's own, if it was opened whole. */
  readonly sidePx: number
  readonly label: string
  readonly pixelated?: boolean
  /** Told the view's name, for asking after pixels, and what was drawn. */
  readonly onDrawn?: (view: string, drawn: PreviewAnswers['draw']) => void
}

/** A photograph after Light, drawn in the previewer's worker as the settings change. */
export function LightCanvas(props: Props) {
  const { picture, settings, assets = NO_ASSETS, marks = NO_MARKS, sidePx, label } = props
  const box = useRef<HTMLDivElement>(null)
  const id = useId()
  const generation = usePreviewerGeneration()
  // Another worker knows nothing of the canvas before: it gets one of its own.
  const view = `${id}/${generation}`
  const told = useRef(props.onDrawn)
  told.current = props.onDrawn

  useEffect(() => {
    // Made by hand: a canvas can be handed over to a worker only once.
    const canvas = document.createElement('canvas')
    canvas.setAttribute('role', 'img')
    canvas.style.cssText = 'width:100%;height:100%;object-fit:contain;display:block'
    box.current?.append(canvas)
    const offscreen = canvas.transferControlToOffscreen()
    sharedPreviewer()
      .ask<'adopt'>({ kind: 'adopt', view, canvas: offscreen }, [offscreen])
      // A worker that was lost is replaced, and the canvas with it.
      .catch(() => undefined)
    return () => {
      canvas.remove()
      sharedPreviewer().tell({ kind: 'abandon', view })
    }
  }, [view])

  useEffect(() => {
    box.current?.firstElementChild?.setAttribute('aria-label', label)
  }, [label, view])

  useEffect(() => {
    let current = true
    const request = {
      kind: 'draw',
      view,
      picture: picture.name,
      settings,
      assets,
      sidePx,
      marks,
    } as const
    sharedPreviewer()
      .draw(request)
      .then(
        (drawn) => {
          if (!drawn || !current) return
          box.current?.setAttribute('data-drawn', picture.name)
          // A new drawing is told even when it is of the same picture.
          box.current?.setAttribute('data-turn', String(++turns))
          told.current?.(view, drawn)
        },
        // A picture that was closed in the meantime is not drawn any more.
        () => undefined,
      )
    return () => {
      current = false
    }
  }, [view, picture.name, settings, assets, sidePx, marks])

  return (
    <Box
      ref={box}
      width="100%"
      height="100%"
      css={props.pixelated ? { '& canvas': { imageRendering: 'pixelated' } } : undefined}
    />
  )
}
