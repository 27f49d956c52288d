import { Box } from '@chakra-ui/react'
import { StageCanvas } from '../../../../preview'
import type { TidyDrawing } from './useTidyView'

interface Props {
  readonly whole: TidyDrawing
  /** What is seen of it at the size at which it is seen; null where the whole is large enough. */
  readonly detail: TidyDrawing | null
  readonly pixelated: boolean
}

/** The tidied picture as it is seen: the whole, and the part that is looked at closely over it. */
export function TidyPicture({ whole, detail, pixelated }: Props) {
  return (
    <Box
      position="absolute"
      inset="0"
      data-testid="tidy-picture"
      css={pixelated ? { '& canvas': { imageRendering: 'pixelated' } } : undefined}
    >
      {[whole, detail].map(
        (drawing, i) =>
          drawing && (
            <Box
              key={i}
              position="absolute"
              style={{
                left: `${drawing.window.x * 100}%`,
                top: `${drawing.window.y * 100}%`,
                width: `${drawing.window.width * 100}%`,
                height: `${drawing.window.height * 100}%`,
              }}
            >
              <StageCanvas picture={drawing.raster} label={i === 0 ? 'Tidied' : 'Tidied, close'} />
            </Box>
          ),
      )}
    </Box>
  )
}
