import type { ComponentProps, ReactNode } from 'react'
import { WHOLE_01 } from '@cloudbank/core/raster'
import { Stage } from './Stage'
import type { Shown, Sides } from './view'
import { StageCanvas } from '../preview'
import type { Bench } from './bench'
import type { StageRaster } from '@cloudbank/hosts/previewer'
import { Waiting } from './Waiting'
import { strings } from './strings'

interface Props extends Pick<ComponentProps<typeof Stage>, 'tool' | 'framed'> {
  /** Drawn over the picture, whose sides it is told. */
  readonly overlay?: (shown: Shown, picture: Sides) => ReactNode
  readonly bench: Bench
  readonly picture: StageRaster | undefined
  readonly desk: ReactNode
}

/** The picture as it leaves the step, over whatever desk the step has. */
export function PicturedStage({ bench, picture, desk, overlay, ...more }: Props) {
  const { shot, stage, rendition, mattes } = bench
  return (
    <Stage
      bench={bench}
      picture={picture ?? shot}
      window={rendition?.window ?? WHOLE_01}
      result={picture && <StageCanvas picture={picture} label={strings.after(stage)} />}
      reading={picture ? undefined : <Waiting mattes={mattes} />}
      desk={desk}
      {...more}
      {...(overlay && picture ? { overlay: (shown: Shown) => overlay(shown, picture) } : {})}
    />
  )
}
