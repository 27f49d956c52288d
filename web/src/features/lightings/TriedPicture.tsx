import { Box, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { ShootView, Shot } from '../../data'
import { LightCanvas, useOpenPicture } from '../../preview'
import { useAssets } from '../../work/assets'
import { planOf, recipeOf, stepsOf } from '../../work/model'

/** Longer side of the picture that is read, in pixels. */
export const PICTURE_SIDE_PX = 1200
const SIBLING_SIDE_PX = 640

interface TriedProps {
  readonly shot: Shot
  readonly view: ShootView
  readonly gains: readonly [number, number, number] | null
}

/** A shot with the neutral that is tried, or with what it has. */
export function TriedPicture(
  props: TriedProps & { picture: NonNullable<ReturnType<typeof useOpenPicture>> },
) {
  const { shot, view, gains, picture } = props
  const settings = useMemo(() => {
    const { light } = stepsOf(shot, recipeOf(view))
    if (!gains) return light
    const [red, green, blue] = gains
    return { ...light, neutral: { from: 'gains', red, green, blue } as const }
  }, [shot, view, gains])
  const assets = useAssets(planOf(shot, recipeOf(view)))
  return (
    <LightCanvas
      picture={picture}
      settings={settings}
      assets={assets}
      sidePx={PICTURE_SIDE_PX / 2}
      label={shot.fileName}
    />
  )
}

/** Another shot of the lighting, small, as the tried neutral makes it. */
export function Sibling(props: TriedProps) {
  const picture = useOpenPicture(props.shot.originalHash, {
    sidePx: SIBLING_SIDE_PX,
    from: 'previews',
  })
  return (
    <Box>
      <Box height="150px" background="mat">
        {picture && <TriedPicture {...props} picture={picture} />}
      </Box>
      <Text fontFamily="mono" fontSize="12px" color="softInk" truncate>
        {props.shot.fileName}
      </Text>
    </Box>
  )
}
