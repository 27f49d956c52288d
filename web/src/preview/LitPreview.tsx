import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { ShootView, Shot } from '../data'
import { useCube } from '../work/cubes'
import { stepsOf } from '../work/recipe'
import { LightCanvas } from './LightCanvas'
import { useOpenPicture } from './useOpenPicture'

interface Props {
  readonly view: Pick<ShootView, 'briefRow' | 'lightings'>
  readonly shot: Shot
  /** Longer side, in pixels. */
  readonly sidePx: number
}

/** A shot's small preview after Light, as its brief, lighting and touches have it now. */
export function LitPreview({ view, shot, sidePx }: Props) {
  const picture = useOpenPicture(shot.originalHash, { sidePx, from: 'previews' })
  const { light } = stepsOf(shot, { steps: view.briefRow.brief.steps, lightings: view.lightings })
  const key = JSON.stringify(light)
  // The same settings are the same object, so that nothing is drawn twice.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const settings = useMemo(() => light, [key])
  const cube = useCube(settings.look)
  return (
    <Box width="100%" height="100%">
      {picture && (
        <LightCanvas
          picture={picture}
          settings={settings}
          cube={cube}
          sidePx={sidePx}
          label={shot.fileName}
        />
      )}
    </Box>
  )
}
