import { Box } from '@chakra-ui/react'
import { LitPreview, StageCanvas, useStepPicture } from '../../preview'
import type { Bench } from '../bench'
import { strings } from '../strings'

/** The shot that is worked on in its frame, with what is being changed. */
export function FramedNow({ bench, sidePx }: { readonly bench: Bench; readonly sidePx: number }) {
  const { view, shot, picture, plan, assets, mattes } = bench
  const drawn = useStepPicture(picture, plan, assets, mattes, {
    step: 'finish',
    sidePx,
    placementId: bench.placementId,
  })
  if (bench.originalHeld)
    return (
      <img
        src={bench.original}
        alt={strings.theOriginal}
        style={{ width: '100%', height: '100%', objectFit: 'contain' }}
      />
    )
  return (
    <Box width="100%" height="100%" data-testid="framed-now" data-drawn={drawn !== undefined}>
      {drawn ? (
        <StageCanvas picture={drawn} label={strings.inFrame(shot.fileName)} />
      ) : (
        <LitPreview view={view} shot={shot} sidePx={sidePx} />
      )}
    </Box>
  )
}
