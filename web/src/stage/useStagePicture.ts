import type { StageRaster } from '@cloudbank/hosts/previewer'
import type { Bench } from './bench'
import { useStagePictures } from '../preview'

/** Longer side of the picture, in pixels. */
const SIDE_PX = 1200

/** The picture as it leaves the stage that the bench is at; undefined until it is drawn. */
export function useStagePicture(bench: Bench): StageRaster | undefined {
  const { stage, plan, assets, mattes } = bench
  const pictures = useStagePictures(bench.picture, plan, assets, mattes, {
    sidePx: SIDE_PX,
    only: stage,
    ...(bench.editor.placementId === null ? {} : { placementId: bench.editor.placementId }),
  })
  return pictures.find(({ step }) => step === stage)
}
