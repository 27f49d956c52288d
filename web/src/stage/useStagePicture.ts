import type { StageRaster } from '@cloudbank/hosts/previewer'
import type { Bench } from './bench'
import { useStepPicture } from '../preview'

/** Longer side of the picture, in pixels. */
const SIDE_PX = 1200

/** The picture as it leaves the stage that the bench is at; undefined until it is drawn. */
export function useStagePicture(bench: Bench): StageRaster | undefined {
  const { stage, plan, assets, mattes } = bench
  return useStepPicture(bench.picture, plan, assets, mattes, {
    step: stage,
    sidePx: SIDE_PX,
    placementId: bench.placementId,
  })
}
