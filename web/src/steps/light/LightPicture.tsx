import { Box } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { LightSettings } from '@cloudbank/core/steps'
import type { JobAsset } from '@cloudbank/hosts/pool'
import type { Marks, PreviewAnswers } from '@cloudbank/hosts/previewer'
import { LightCanvas, type OpenPicture } from '../../preview'
import { PREVIEW_SIDE_PX } from '../../stage/bench'
import { strings } from './strings'

/** The full-size picture follows when the settings have been still for this long. */
const STILL_MS = 350

interface Props {
  readonly picture: OpenPicture
  readonly settings: LightSettings
  readonly assets: readonly JobAsset[]
  readonly marks: Marks
  /** Screen pixels for a pixel of the photograph. */
  readonly scale: number
  /** Told the name of the view, for asking after its pixels, and what was drawn. */
  readonly onDrawn: (view: string, drawn: PreviewAnswers['draw']) => void
}

/** The photograph after Light: the preview at once, the full size over it when it can be seen. */
export function LightPicture(props: Props) {
  const { picture, settings, assets, marks, scale } = props
  const longer = Math.max(picture.width, picture.height)
  const wanted = longer > PREVIEW_SIDE_PX && scale * longer > PREVIEW_SIDE_PX
  const still = useStill(settings, marks)
  const common = { picture, settings, assets, marks, pixelated: scale >= 2 }
  return (
    <Box position="absolute" inset="0">
      <LightCanvas
        {...common}
        // Only as large as it is seen: what cannot be seen need not be drawn while a slider moves.
        sidePx={Math.min(PREVIEW_SIDE_PX, scale * longer)}
        label={strings.afterLight}
        onDrawn={props.onDrawn}
      />
      {wanted && still && (
        <Box position="absolute" inset="0" data-testid="full-size">
          <LightCanvas {...common} label={strings.afterLightFullSize} sidePx={Infinity} />
        </Box>
      )}
    </Box>
  )
}

/** Whether nothing has changed for a while. */
function useStill(settings: LightSettings, marks: Marks): boolean {
  const [stillFor, setStillFor] = useState<unknown>(null)
  useEffect(() => {
    const timer = setTimeout(() => setStillFor(settings), STILL_MS)
    return () => clearTimeout(timer)
  }, [settings, marks])
  return stillFor === settings
}
