import type { ComponentProps, ReactNode } from 'react'
import { WHOLE_01 } from '@cloudbank/core/raster'
import { Stage } from './Stage'
import type { Shown, Sides } from './view'
import { StageCanvas } from '../preview'
import type { Bench } from './bench'
import type { StageRaster } from '@cloudbank/hosts/previewer'
import { FactsPanel } from './FactsPanel'
import { useStagePicture } from './useStagePicture'
import { Waiting } from './Waiting'
import { strings } from './strings'

/** A step without tools of its own: the picture as it leaves the step, and what the brief says. */
export function PlainStage({ bench }: { bench: Bench }) {
  const picture = useStagePicture(bench)
  return <PicturedStage bench={bench} picture={picture} panel={<FactsPanel bench={bench} />} />
}

interface Props extends Pick<ComponentProps<typeof Stage>, 'tool' | 'tools'> {
  /** Drawn over the picture, whose sides it is told. */
  readonly overlay?: (shown: Shown, picture: Sides) => ReactNode
  readonly bench: Bench
  readonly picture: StageRaster | undefined
  readonly panel: ReactNode
}

/** The picture as it leaves the step, beside whatever panel the step has. */
export function PicturedStage({ bench, picture, panel, overlay, ...more }: Props) {
  const { shot, stage, rendition, mattes } = bench
  return (
    <Stage
      bench={bench}
      picture={picture ?? shot}
      window={rendition?.window ?? WHOLE_01}
      result={picture && <StageCanvas picture={picture} label={strings.after(stage)} />}
      reading={picture ? undefined : <Waiting mattes={mattes} />}
      panel={panel}
      {...more}
      {...(overlay && picture ? { overlay: (shown: Shown) => overlay(shown, picture) } : {})}
    />
  )
}
