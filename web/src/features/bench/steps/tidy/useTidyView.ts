import { useEffect, useId, useRef, useState } from 'react'
import type { Plan } from '@cloudbank/core/brief'
import type { TidyViewOptions } from '@cloudbank/core/engine'
import type { JobAsset } from '@cloudbank/hosts/pool'
import type { TidyRaster } from '@cloudbank/hosts/previewer'
import { sharedPreviewer, type OpenPicture, type ShotMattes } from '../../../../preview'
import type { ShownPart } from '../../hand'
import { useSame } from '../../useSame'

export interface TidyDrawing extends ShownPart {
  readonly raster: TidyRaster
}

interface Wanted {
  readonly picture: OpenPicture | null
  readonly plan: Plan
  readonly assets: readonly JobAsset[]
  readonly mattes: ShotMattes
  readonly seen: Pick<TidyViewOptions, 'look' | 'band' | 'strain' | 'shade'>
  /** Null while this part is not wanted. */
  readonly part: ShownPart | null
}

/** A part of the tidied picture, drawn by the previewer; the one before stands until the next is there. */
export function useTidyView(wanted: Wanted): TidyDrawing | null {
  const { picture, plan, assets, mattes, part } = wanted
  const seen = useSame(wanted.seen)
  const view = useId()
  const [drawn, setDrawn] = useState<TidyDrawing | null>(null)
  const told = useRef(false)
  useEffect(() => {
    if (!picture || !part) return
    let current = true
    told.current = true
    const isCut = mattes.kind === 'here' && mattes.mattes.length > 0
    const options: TidyViewOptions = { ...part, ...seen, isCut }
    sharedPreviewer()
      .draw<'tidy'>({
        kind: 'tidy',
        view,
        picture: picture.name,
        plan,
        assets,
        mattes: mattes.kind === 'here' ? mattes.mattes : [],
        options,
      })
      .then(
        (raster) => raster && current && setDrawn({ ...part, raster }),
        // A picture that was closed in the meantime is not drawn any more.
        () => undefined,
      )
    return () => {
      current = false
    }
  }, [view, picture, plan, assets, mattes, seen, part])
  useEffect(
    () => () => {
      if (told.current) sharedPreviewer().tell({ kind: 'abandon', view })
    },
    [view],
  )
  return part ? drawn : null
}
