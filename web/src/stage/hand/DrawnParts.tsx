import { Box } from '@chakra-ui/react'
import type { ComponentProps, ReactNode } from 'react'
import { StageCanvas } from '../../preview'
import type { ShownPart } from './useShownParts'
import { strings } from '../strings'

type Raster = ComponentProps<typeof StageCanvas>['picture']

interface Props<Drawing> {
  /** The whole photograph. */
  readonly whole: Drawing | null
  /** What is seen of it at the size at which it is seen; null where the whole is large enough. */
  readonly detail: Drawing | null
  readonly pixelated: boolean
  readonly label: string
  readonly testId: string
  /** What lies over a drawing; the closest is told. */
  readonly over?: (drawing: Drawing, isClosest: boolean) => ReactNode
}

/** A picture as it is seen: the whole, and the part that is looked at closely over it. */
export function DrawnParts<Drawing extends ShownPart & { readonly raster: Raster }>({
  whole,
  detail,
  pixelated,
  label,
  testId,
  over,
}: Props<Drawing>) {
  return (
    <Box
      position="absolute"
      inset="0"
      data-testid={testId}
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
              <StageCanvas
                picture={drawing.raster}
                label={i === 0 ? label : strings.close(label)}
              />
              {over?.(drawing, i === 1 || detail === null)}
            </Box>
          ),
      )}
    </Box>
  )
}
