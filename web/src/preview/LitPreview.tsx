import { planOf, recipeOf, stepsOf } from '../work/model'
import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { RecipeRows } from '@cloudbank/core/shoot'
import type { Shot } from '../data'
import { useAssets } from '../work/assets'
import { LightCanvas } from './LightCanvas'
import { useOpenPicture } from './useOpenPicture'

interface Props {
  readonly view: RecipeRows
  readonly shot: Shot
  /** Longer side, in pixels. */
  readonly sidePx: number
}

/** A shot's small preview after Light, as its brief, lighting and touches have it now. */
export function LitPreview({ view, shot, sidePx }: Props) {
  const picture = useOpenPicture(shot.originalHash, { sidePx, from: 'previews' })
  const recipe = recipeOf(view)
  const { light } = stepsOf(shot, recipe)
  const key = JSON.stringify(light)
  // The same settings are the same object, so that nothing is drawn twice.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const settings = useMemo(() => light, [key])
  const assets = useAssets(planOf(shot, recipe))
  return (
    <Box width="100%" height="100%">
      {picture && (
        <LightCanvas
          picture={picture}
          settings={settings}
          assets={assets}
          sidePx={sidePx}
          label={shot.fileName}
        />
      )}
    </Box>
  )
}
