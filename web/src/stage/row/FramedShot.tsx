import { Box } from '@chakra-ui/react'
import { memo } from 'react'
import { usePictureUrl, type ShootView, type Shot } from '../../data'
import { LitPreview, StagePreview, useStagedPicture } from '../../preview'
import { recipeOf, renditionsOf, standingOf, stepsOf } from '../../work/model'

interface Props {
  readonly view: ShootView
  readonly shot: Shot
  /** The placement as which it is seen; the brief's first where it is missing. */
  readonly placementId: string | undefined
  /** Longer side, in pixels. */
  readonly sidePx: number
}

/** A shot in its frame: as it was made, or else as it would be. */
export const FramedShot = memo(function FramedShot(props: Props) {
  const { view, shot, placementId } = props
  const recipe = recipeOf(view)
  const isMade = standingOf(shot, recipe, view.renditions) === 'made'
  const all = isMade ? renditionsOf(shot, recipe, view.renditions) : []
  const made = all.find((row) => row.placementId === placementId) ?? all[0]
  const url = usePictureUrl(made ? { table: 'contents', hash: made.fileHash } : null)
  if (!made) return <ToBeMade {...props} />
  return (
    <img
      src={url}
      alt={shot.fileName}
      draggable={false}
      style={{ width: '100%', height: '100%', objectFit: 'contain' }}
    />
  )
})

/** The small preview stands in until the shot is cut and framed. */
function ToBeMade({ view, shot, placementId, sidePx }: Props) {
  const picture = useStagedPicture(shot)
  return (
    <Box position="relative" width="100%" height="100%">
      <LitPreview view={view} shot={shot} sidePx={sidePx} />
      <Box
        position="absolute"
        inset="0"
        css={{
          '& > *': { height: '100%', aspectRatio: 'auto' },
          '& > [data-drawn=false]': { display: 'none' },
        }}
      >
        <StagePreview
          view={view}
          shot={shot}
          picture={picture}
          steps={stepsOf(shot, recipeOf(view))}
          placementId={placementId}
          sidePx={sidePx}
          label={shot.fileName}
        />
      </Box>
    </Box>
  )
}
