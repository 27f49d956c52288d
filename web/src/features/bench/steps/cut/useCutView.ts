import { useEffect, useId, useRef, useState } from 'react'
import type { Plan } from '@cloudbank/core/brief'
import type { CutLook } from '@cloudbank/core/engine'
import type { JobAsset } from '@cloudbank/hosts/pool'
import type { CutRaster } from '@cloudbank/hosts/previewer'
import { sharedPreviewer, type OpenPicture } from '../../../../preview'
import type { ShownPart } from '../../hand'
import type { ShotMattes } from '../../../../preview'

export interface CutDrawing extends ShownPart {
  readonly raster: CutRaster
}

interface Wanted {
  readonly picture: OpenPicture | null
  readonly plan: Plan
  readonly assets: readonly JobAsset[]
  readonly mattes: ShotMattes
  readonly look: CutLook
  /** Null while this part is not wanted. */
  readonly part: ShownPart | null
}

/** A part of the cut, drawn by the previewer; the one before stands until the next is there. */
export function useCutView(wanted: Wanted): CutDrawing | null {
  const { picture, plan, assets, mattes, look, part } = wanted
  const view = useId()
  const [drawn, setDrawn] = useState<CutDrawing | null>(null)
  const told = useRef(false)
  useEffect(() => {
    if (!picture || !part || mattes.kind !== 'here') return
    let current = true
    told.current = true
    const draw = async (quick: boolean): Promise<void> => {
      const raster = await sharedPreviewer().draw<'cut'>({
        kind: 'cut',
        view,
        picture: picture.name,
        plan,
        assets,
        mattes: mattes.mattes,
        window: part.window,
        size: part.size,
        look,
        quick,
      })
      if (!raster || !current) return
      setDrawn((before) => ({
        ...part,
        // What has changed is seen until it has faded, whatever is drawn meanwhile.
        raster: quick ? raster : { ...raster, changed: before?.raster.changed ?? null },
      }))
    }
    draw(true)
      .then(() => (current ? draw(false) : undefined))
      // A picture that was closed in the meantime is not drawn any more.
      .catch(() => undefined)
    return () => {
      current = false
    }
  }, [view, picture, plan, assets, mattes, look, part])
  useEffect(
    () => () => {
      if (told.current) sharedPreviewer().tell({ kind: 'abandon', view })
    },
    [view],
  )
  return part ? drawn : null
}
