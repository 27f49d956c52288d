import { Box } from '@chakra-ui/react'
import { useEffect, useId, useRef } from 'react'
import type { CubeLut, LightSettings } from '@cloudbank/core/steps'
import type { Marks, PreviewAnswers } from '@cloudbank/hosts/previewer'
import { sharedPreviewer } from './previewer'
import type { OpenPicture } from './useOpenPicture'

/** Counts drawings. */
let turns = 0

export const NO_MARKS: Marks = { clipping: false, strain: null }

interface Props {
  readonly picture: OpenPicture
  readonly settings: LightSettings
  readonly cube?: CubeLut | null
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
  const { picture, settings, cube = null, marks = NO_MARKS, sidePx, label } = props
  const box = useRef<HTMLDivElement>(null)
  const view = useId()
  const told = useRef(props.onDrawn)
  told.current = props.onDrawn

  useEffect(() => {
    // Made by hand: a canvas can be handed over to a worker only once.
    const canvas = document.createElement('canvas')
    canvas.setAttribute('role', 'img')
    canvas.style.cssText = 'width:100%;height:100%;object-fit:contain;display:block'
    box.current?.append(canvas)
    const offscreen = canvas.transferControlToOffscreen()
    void sharedPreviewer().ask<'adopt'>({ kind: 'adopt', view, canvas: offscreen }, [offscreen])
    return () => {
      canvas.remove()
      void sharedPreviewer().ask<'abandon'>({ kind: 'abandon', view })
    }
  }, [view])

  useEffect(() => {
    box.current?.firstElementChild?.setAttribute('aria-label', label)
  }, [label])

  useEffect(() => {
    let current = true
    const request = {
      kind: 'draw',
      view,
      picture: picture.name,
      settings,
      cube,
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
  }, [view, picture.name, settings, cube, sidePx, marks])

  return (
    <Box
      ref={box}
      width="100%"
      height="100%"
      css={props.pixelated ? { '& canvas': { imageRendering: 'pixelated' } } : undefined}
    />
  )
}
