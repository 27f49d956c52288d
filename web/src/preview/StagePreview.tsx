import { planOf, recipeOf } from '../work/model'
import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { BriefSteps } from '@cloudbank/core/brief'
import type { RecipeRows } from '@cloudbank/core/shoot'
import type { Shot } from '../data'
import { useAssets } from '../work/assets'
import { StageCanvas } from './StageCanvas'
import { useOpenPicture, type OpenPicture } from './useOpenPicture'
import { useMattes, useStepPicture } from './useStepPicture'

interface Props {
  readonly view: RecipeRows
  readonly shot: Shot
  /** The shot's photograph as `useStagedPicture` opens it. */
  readonly picture: OpenPicture | null
  /** The brief that it is shown by. */
  readonly steps: BriefSteps
  /** The placement as which it is framed; the first where it is missing. */
  readonly placementId?: string | undefined
  /** Longer side, in pixels. */
  readonly sidePx: number
  readonly label: string
}

/** Longer side of the picture that is drawn from: a kept cut fits no smaller one. */
const FROM_SIDE_PX = 900

/** Opens a shot's photograph for any number of previews of it. */
export const useStagedPicture = (shot: Shot | undefined): OpenPicture | null =>
  useOpenPicture(shot?.originalHash ?? null, { sidePx: FROM_SIDE_PX })

/** A shot as it would come out under a brief: cut, on its ground, framed; drawn anew whenever that changes. */
export function StagePreview(props: Props) {
  const { view, shot, picture, steps, placementId, sidePx, label } = props
  const key = JSON.stringify(steps)
  const plan = useMemo(
    () => planOf(shot, { ...recipeOf(view), steps, look: steps }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- equal settings are the same plan, so that nothing is drawn twice
    [shot, view, key],
  )
  const assets = useAssets(plan)
  const mattes = useMattes(plan, assets)
  const made = useStepPicture(picture, plan, assets, mattes, {
    step: 'finish',
    sidePx,
    placementId,
  })
  return (
    <Box width="100%" aspectRatio={1} background="mat" data-drawn={made !== undefined}>
      {made && <StageCanvas picture={made} label={label} />}
    </Box>
  )
}
